import { boundsOf, resources, fieldsOf, type Operation, type Signature, type TorqueGroup } from "../../../contract";
import { Button, Modal } from "antd";
import { useState } from "react";
import { strandedSignatures, nextPosition, passesText, readPasses } from "../../../domain";
import { useVehicleQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { SpecFigure } from "../../pieces/torque/SpecFigure";
import { NumberField } from "../../ui/NumberField";
import { SpecField } from "../../ui/SpecField";
import { Choice, TextField } from "../../ui/TextField";
import { BoltPatternMini } from "../../pieces/torque/BoltPattern";
import type { StageProps } from "../../data/stage";
import { AddLine } from "../../ui/AddLine";
import { Press } from "../../ui/Press";
import css from "./plan.module.css";

const USUAL_TOLERANCE_PCT = resources.torqueGroup.shape.tolerancePct.parse(undefined);

const PATTERNS = { circle: "circle", line: "line", box: "box of 4" } as const;
const LOADS = { any: "any load state", rideHeight: "at ride height" } as const;
const REUSE = { ask: "not known yet", reuse: "used again", replace: "replaced, single use" } as const;
const ORIGINS = {
  specified: "specified, from a document",
  claimed: "claimed by a seller",
  estimated: "estimated",
  missing: "missing",
  measured: "measured",
  calculated: "calculated",
} as const;

/** A change that would leave signatures without their bolt: it waits for a yes. */
interface Asked {
  group: TorqueGroup;
  stranded: Signature[];
  label: string;
  operation: Operation;
}

/** Fasteners that belong together, with what the document says and where it says it. */
export function TorqueGroups({ view, edit }: StageProps) {
  const [open, setOpen] = useState<string | null>(null);
  const groups = view.torqueGroup;
  const { data: dossier } = useVehicleQuery(view.vehicle.id);
  const earlier = (dossier?.torqueGroup ?? []).filter(
    (g) => g.jobId !== view.job.id && g.specTyped && !groups.some((own) => own.name === g.name),
  );
  const unique = earlier.filter((g, i) => earlier.findIndex((o) => o.name === g.name) === i);
  const [asked, setAsked] = useState<Asked | null>(null);
  const signedIn = (g: TorqueGroup): Signature[] => view.signature.filter((s) => s.groupId === g.id);
  const patch = (g: TorqueGroup, data: Partial<TorqueGroup>, what: string): void => {
    const label = `${g.name}: ${what}`;
    const stranded = strandedSignatures({ ...g, ...data }, signedIn(g));
    if (!stranded.length) return edit.update("torqueGroup", g, data, label);
    const { id, version } = g;
    const operation: Operation = { op: "update", resource: "torqueGroup", id, version, data, withSignatures: true };
    setAsked({ group: g, stranded, label, operation });
  };
  const binned = (g: TorqueGroup): void => {
    const label = `${g.name} into the bin`;
    const stranded = signedIn(g);
    if (!stranded.length) return edit.remove("torqueGroup", g, label);
    const { id, version } = g;
    const operation: Operation = { op: "delete", resource: "torqueGroup", id, version, withSignatures: true };
    setAsked({ group: g, stranded, label, operation });
  };

  const takeOver = (): void => {
    const first = nextPosition(groups);
    edit.all(
      "Torque groups taken over from earlier jobs",
      unique.map((g, i): Operation => ({
        op: "create",
        resource: "torqueGroup",
        id: newId(),
        data: { ...fieldsOf("torqueGroup", g), jobId: view.job.id, position: first + i },
      })),
    );
  };

  return (
    <section className="sect" aria-label="Torque groups">
      <h2 className="hd2">
        Torque groups <span className="lb">as the document writes them</span>
      </h2>
      <ul className="lined">
        {groups.map((g) => (
          <li key={g.id}>
            <Press
              className={css.gline}
              aria-expanded={open === g.id}
              onClick={() => setOpen(open === g.id ? null : g.id)}
            >
              <BoltPatternMini pattern={g.pattern} count={g.count} />
              <span>
                <span className="rt">{g.name}</span>
                <span className="lb">
                  {[
                    `${g.count} × ${g.thread || "thread not known"}`,
                    LOADS[g.loadNeeded],
                    g.reuse === "replace" ? "new bolts" : "",
                  ]
                    .filter(Boolean)
                    .join(" · ")}
                </span>
              </span>
              <SpecFigure group={g} />
            </Press>
            {open === g.id && (
              <div className="pmore">
                <div className="fields">
                  <TextField
                    label="where"
                    value={g.name}
                    required
                    max={boundsOf(resources.torqueGroup, "name").max}
                    onCommit={(name) => patch(g, { name }, "name")}
                  />
                  <SpecField
                    label="specification, as written"
                    value={g.specTyped}
                    whileTyping={signedIn(g).length === 0}
                    onCommit={(specTyped) =>
                      patch(
                        g,
                        {
                          specTyped,
                          specOrigin: specTyped ? (g.specOrigin === "missing" ? "estimated" : g.specOrigin) : "missing",
                        },
                        specTyped || "no specification",
                      )
                    }
                  />
                  <TextField
                    label="source"
                    value={g.specSource}
                    placeholder="sheet and row"
                    onCommit={(specSource) => patch(g, { specSource }, "source")}
                  />
                  <Choice
                    label="the figure is"
                    value={g.specOrigin}
                    options={ORIGINS}
                    onChange={(specOrigin) => {
                      if (specOrigin === "specified" && !g.specTyped) return;
                      patch(g, { specOrigin }, ORIGINS[specOrigin]);
                    }}
                  />
                  <Choice
                    label="pattern"
                    value={g.pattern}
                    options={PATTERNS}
                    onChange={(pattern) =>
                      patch(
                        g,
                        {
                          pattern,
                          count: pattern === "box" ? 4 : pattern === "line" ? Math.min(g.count, 12) : g.count,
                        },
                        PATTERNS[pattern],
                      )
                    }
                  />
                  <NumberField
                    label="fasteners"
                    value={g.count}
                    min={g.pattern === "box" ? 4 : 1}
                    max={g.pattern === "box" ? 4 : g.pattern === "line" ? 12 : 64}
                    whole
                    unit=""
                    whileTyping={false}
                    onCommit={(count) => patch(g, { count: count ?? 1 }, `${count ?? 1} fasteners`)}
                  />
                  <TextField
                    label="thread"
                    value={g.thread}
                    placeholder="M10x1.25"
                    onCommit={(thread) => patch(g, { thread }, "thread")}
                  />
                  <TextField
                    label="passes"
                    whileTyping={false}
                    value={passesText(g.passes)}
                    check={(text) => (readPasses(text) ? undefined : "accepted: snug, 60 %, 100 %")}
                    onCommit={(text) => {
                      const passes = readPasses(text);
                      if (passes) patch(g, { passes }, `passes ${text}`);
                    }}
                  />
                  <Choice
                    label="torqued"
                    value={g.loadNeeded}
                    options={LOADS}
                    onChange={(loadNeeded) => patch(g, { loadNeeded }, LOADS[loadNeeded])}
                  />
                  <Choice
                    label="bolts"
                    value={g.reuse}
                    options={REUSE}
                    onChange={(reuse) => patch(g, { reuse }, REUSE[reuse])}
                  />
                  <TextField
                    label="thread locker"
                    value={g.threadLocker}
                    placeholder="none"
                    onCommit={(threadLocker) => patch(g, { threadLocker }, "thread locker")}
                  />
                  <NumberField
                    label="shop’s tolerance of a single value"
                    value={g.tolerancePct}
                    {...boundsOf(resources.torqueGroup, "tolerancePct")}
                    unit="% either way"
                    onCommit={(tolerancePct) =>
                      patch(g, { tolerancePct: tolerancePct ?? USUAL_TOLERANCE_PCT }, "tolerance")
                    }
                  />
                </div>
                <div className="row-flex">
                  <span className="lb">An estimate never becomes a specification by itself.</span>
                  <span className="push" />
                  <Button size="small" onClick={() => binned(g)}>
                    Into the bin
                  </Button>
                </div>
              </div>
            )}
          </li>
        ))}
      </ul>
      <AddLine
        label="Add a torque group: where it is"
        onAdd={(name) =>
          setOpen(
            edit.create(
              "torqueGroup",
              { jobId: view.job.id, name, position: nextPosition(groups) },
              `Torque group: ${name}`,
            ),
          )
        }
      />
      <Modal
        open={asked !== null}
        title="Signed bolts would go"
        okText="Remove the signatures too"
        cancelText="Keep it as it is"
        onOk={() => {
          if (asked) edit.all(asked.label, [asked.operation]);
          setAsked(null);
        }}
        onCancel={() => setAsked(null)}
      >
        {asked && (
          <p>
            {asked.group.name}: {boltList(asked.stranded)}. Their signatures go to the bin with them; undo brings both
            back.
          </p>
        )}
      </Modal>
      {unique.length > 0 && (
        <p className={css.takeover}>
          <Button onClick={takeOver}>Take over {unique.length} from earlier jobs</Button>
          <span className="lb">{unique.map((g) => g.name).join(", ")}</span>
        </p>
      )}
    </section>
  );
}

/** "bolt 6 is signed", "bolts 5 and 6 are signed". */
function boltList(signatures: readonly Signature[]): string {
  const bolts = [...new Set(signatures.map((s) => s.bolt))].sort((a, b) => a - b);
  if (bolts.length === 1) return `bolt ${bolts[0]} is signed`;
  return `bolts ${bolts.slice(0, -1).join(", ")} and ${bolts[bolts.length - 1]} are signed`;
}
