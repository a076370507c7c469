import { fieldsOf, type Operation, type Signature, type TorqueGroup } from "../../../contract";
import { Button, Modal } from "antd";
import { Question } from "../../pieces/sheets/Question";
import { useState } from "react";
import { strandedSignatures, nextPosition, positionAt, questionsOfTorque } from "../../../domain";
import { useVehicleQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { SpecFigure } from "../../pieces/torque/SpecFigure";
import { SortableList } from "../../ui/SortableList";
import { GiveBack } from "./GiveBack";
import { LOADS } from "../../pieces/torque/FastenerFields";
import { GroupForm } from "./GroupForm";
import { BoltPatternMini } from "../../pieces/torque/BoltPattern";
import type { StageProps } from "../../data/stage";
import { AddLine } from "../../ui/AddLine";
import { Press } from "../../ui/Press";
import css from "./plan.module.css";

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
        Torque groups <span className="lb">as the document writes them, in the order they are torqued</span>
      </h2>
      <SortableList
        items={groups}
        className="lined"
        nameOf={(g) => g.name}
        onMove={(g, to) =>
          edit.update("torqueGroup", g, { position: positionAt(groups, g.id, to) }, `${g.name}: torqued ${nth(to)}`)
        }
      >
        {(g) => (
          <>
            <Press
              className={`pname ${css.gline}`}
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
                {questionsOfTorque(g.specTyped, g).map((q, i) => (
                  <span key={i} className="lb och">
                    <Question of={q} />
                  </span>
                ))}
              </span>
              <SpecFigure group={g} />
            </Press>
            {open === g.id && (
              <GroupForm
                group={g}
                signed={signedIn(g).length > 0}
                back={<GiveBack view={view} edit={edit} of={g} />}
                onPatch={(data, what) => patch(g, data, what)}
                onBin={() => binned(g)}
              />
            )}
          </>
        )}
      </SortableList>
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

/** "first", "second", and from there on by number. */
const nth = (to: number): string => ["first", "second", "third"][to] ?? `as number ${to + 1}`;
