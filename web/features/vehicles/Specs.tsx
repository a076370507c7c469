import { Button, Select } from "antd";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { fieldsOf, lineKinds, type DossierView, type LineKind, type SpecLine, type Vehicle } from "../../../contract";
import { blankLine, linesFor, nextPosition, questionsFor, valueOf, type VehicleLine } from "../../../domain";
import { useSheetsQuery } from "../../data/api";
import { useAppSelector } from "../../data/hooks";
import { newId, withPending, type Editor } from "../../data/saving";
import { doubtText } from "../../format/fitDoubts";
import { LINE_KIND_HEADS, LINE_KIND_NAMES } from "../../format/sheetWords";
import { LineDrawer } from "../../pieces/sheets/LineDrawer";
import type { LineDraft } from "../../pieces/sheets/LineForm";
import { newSource } from "../../pieces/sheets/SourcesEditor";
import { LineValue } from "../../pieces/sheets/LineValue";
import { DRAWN } from "../../pieces/sheets/places";
import { Press } from "../../ui/Press";
import { TextField } from "../../ui/TextField";
import css from "./vehicles.module.css";

const FROM = { sheet: "from the sheet", overridden: "overridden", own: "its own" } as const;

/** A line in the drawer: kept already, or about to be one. */
interface Open {
  line: SpecLine;
  fresh: boolean;
}

/** What counts for this vehicle: its sheet's values, what it overrides, and what is its own. */
export function Specs({ data, vehicle, edit }: { data: DossierView; vehicle: Vehicle; edit: Editor }) {
  const pending = useAppSelector((s) => s.saving.pending);
  const [open, setOpen] = useState<Open | null>(null);
  const own = useMemo(
    () => withPending(data.ownLine, "specLine", pending, (l) => l.vehicleId === vehicle.id),
    [data.ownLine, pending, vehicle.id],
  );
  const lines = linesFor(vehicle, data.sheetLine, own);
  const fresh = (fields: Partial<SpecLine> & Pick<SpecLine, "kind" | "name">): Open => {
    const at = new Date().toISOString();
    return {
      fresh: true,
      line: {
        ...blankLine(fields.kind, fields.name),
        overrides: null,
        reason: "",
        ...fields,
        id: newId(),
        version: 0,
        createdAt: at,
        updatedAt: at,
        deletedAt: null,
        sheetId: null,
        vehicleId: vehicle.id,
        position: nextPosition(own),
      },
    };
  };
  const override = (l: SpecLine): void =>
    // The sheet's source does not speak for this vehicle: its own value needs its own.
    setOpen(
      fresh({
        ...(fieldsOf("specLine", l) as SpecLine),
        overrides: l.id,
        reason: "",
        sources: [newSource()],
        decided: null,
        decidedReason: "",
      }),
    );
  const apply = (draft: LineDraft): void => {
    if (!open) return;
    const { line } = open;
    edit.all(`${draft.name}${draft.overrides ? ": differs from the sheet" : ""}`, [
      open.fresh
        ? { op: "create", resource: "specLine", id: line.id, data: { ...draft } }
        : { op: "update", resource: "specLine", id: line.id, version: line.version, data: { ...draft } },
    ]);
    setOpen(null);
  };
  const questions = questionsFor(
    lines.map((l) => l.line),
    vehicle,
  );
  return (
    <section className="sect" aria-label="Specifications">
      <h2 className="hd2">
        Specifications <span className="lb">from its sheet, overridden here, or its own</span>
      </h2>
      <SheetChoice vehicle={vehicle} edit={edit} />
      {questions.map((q) => (
        <div key={q.name} className={css.which} role="group" aria-label={`Which ${q.name}?`}>
          <b className="rt">Which {q.name.toLowerCase()}?</b>
          {q.features.map((feature) => (
            <Button
              key={feature}
              size="small"
              onClick={() =>
                edit.update(
                  "vehicle",
                  vehicle,
                  { features: [...vehicle.features, { name: q.name, feature }] },
                  `${q.name}: ${feature}`,
                )
              }
            >
              {feature}
            </Button>
          ))}
        </div>
      ))}
      {vehicle.features.length > 0 && (
        <p className="lb">
          Looked at:{" "}
          {vehicle.features.map((f, i) => (
            <span key={f.name}>
              {f.name}, {f.feature}{" "}
              <Button
                type="text"
                size="small"
                aria-label={`Forget which ${f.name}`}
                onClick={() =>
                  edit.update(
                    "vehicle",
                    vehicle,
                    { features: vehicle.features.filter((_, k) => k !== i) },
                    `${f.name}: to be looked at again`,
                  )
                }
              >
                ×
              </Button>
            </span>
          ))}
        </p>
      )}
      {lineKinds.map((kind) => {
        const of = lines.filter((l) => l.line.kind === kind);
        if (!of.length) return null;
        return (
          <section key={kind} aria-label={LINE_KIND_HEADS[kind]}>
            <h3 className={`hd2 ${css.kind}`}>{LINE_KIND_HEADS[kind]}</h3>
            <ul className="lined">
              {of.map((l) => (
                <SpecRow
                  key={l.line.id}
                  of={l}
                  onOverride={override}
                  onOpen={(line) => setOpen({ line, fresh: false })}
                />
              ))}
            </ul>
          </section>
        );
      })}
      {!lines.length && <p className="q">No values yet. Choose a sheet, or add its own.</p>}
      <AddOwn onAdd={(kind) => setOpen(fresh({ kind, name: "" }))} />
      {open && (
        <LineDrawer
          key={open.line.id}
          line={open.line}
          fresh={open.fresh}
          title={
            open.line.overrides
              ? `${open.line.name} of ${vehicle.tag}`
              : open.line.name || `Its own ${LINE_KIND_NAMES[open.line.kind]}`
          }
          places={DRAWN[vehicle.layout].map((p) => p.name)}
          impact={null}
          onApply={apply}
          onRemove={
            open.fresh
              ? undefined
              : () => {
                  edit.remove(
                    "specLine",
                    open.line,
                    open.line.overrides ? `${open.line.name}: as the sheet says` : `${open.line.name} into the bin`,
                  );
                  setOpen(null);
                }
          }
          onClose={() => setOpen(null)}
        />
      )}
    </section>
  );
}

function AddOwn({ onAdd }: { onAdd: (kind: LineKind) => void }) {
  return (
    <div className="row-flex" style={{ paddingTop: 8 }}>
      <span className="lb">Add its own</span>
      {lineKinds.map((kind) => (
        <Button key={kind} size="small" onClick={() => onAdd(kind)}>
          {LINE_KIND_NAMES[kind]}
        </Button>
      ))}
    </div>
  );
}

function SpecRow({
  of: { line, from, instead, applies },
  onOverride,
  onOpen,
}: {
  of: VehicleLine;
  onOverride: (line: SpecLine) => void;
  onOpen: (line: SpecLine) => void;
}) {
  const was = instead && valueOf(instead);
  return (
    <li className={applies.answer === "no" ? `${css.spec} ${css.notFor}` : css.spec}>
      <span className={css.specName}>
        {from === "sheet" ? (
          <span className="rt">{line.name}</span>
        ) : (
          <Press className="pname" onClick={() => onOpen(line)}>
            <span className="rt">{line.name}</span>
          </Press>
        )}
        <span className="lb">
          {line.torque && `${line.torque.count} × ${line.torque.thread || "thread not known"}`} {line.feature}
        </span>
        {applies.doubts.map((d) => (
          <span key={d.kind} className={applies.answer === "no" ? "lb brk" : "lb och"}>
            {doubtText(d)}
          </span>
        ))}
      </span>
      <LineValue line={line} />
      <span className={css.specFrom}>
        <span className={from === "overridden" ? "lb och" : "lb"}>{FROM[from]}</span>
        {from === "overridden" && (
          <span className="lb">
            {was && `not ${was}: `}
            {line.reason}
          </span>
        )}
        {from === "sheet" ? (
          <Button size="small" type="text" aria-label={`Override ${line.name}`} onClick={() => onOverride(line)}>
            Differs here
          </Button>
        ) : (
          <Button size="small" type="text" aria-label={`Edit ${line.name}`} onClick={() => onOpen(line)}>
            Edit
          </Button>
        )}
      </span>
    </li>
  );
}

/** Which sheet the vehicle has, and what tells it from others of its kind. */
function SheetChoice({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const { data } = useSheetsQuery();
  const patch = (fields: Partial<Vehicle>, what: string): void => edit.update("vehicle", vehicle, fields, what);
  return (
    <div className="fields">
      <span className="field">
        <label className="lb" htmlFor="sheet-of-vehicle">
          spec sheet
        </label>
        <Select<string>
          id="sheet-of-vehicle"
          aria-label="Spec sheet"
          style={{ width: "100%" }}
          placeholder="none yet"
          allowClear
          value={vehicle.sheetId ?? undefined}
          options={(data?.sheets ?? []).map((s) => ({ value: s.id, label: s.name }))}
          onChange={(id: string | undefined) =>
            patch({ sheetId: id ?? null }, id ? "Spec sheet chosen" : "No spec sheet")
          }
        />
        {vehicle.sheetId && <Link to={`/sheets/${vehicle.sheetId}`}>Open the sheet</Link>}
      </span>
      <TextField
        label="chassis number"
        value={vehicle.chassis}
        onCommit={(chassis) => patch({ chassis }, "Chassis number")}
      />
      <TextField
        label="options"
        value={vehicle.options.join(", ")}
        placeholder="tow bar, heater"
        onCommit={(text) =>
          patch(
            {
              options: text
                .split(",")
                .map((x) => x.trim().slice(0, 40))
                .filter(Boolean)
                .slice(0, 40),
            },
            "Options",
          )
        }
      />
    </div>
  );
}
