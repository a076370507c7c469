import { AutoComplete } from "antd";
import { useId } from "react";
import { boundsOf, resources, sheetSettings, type SpecLine } from "../../../contract";
import { type FastenerFinish } from "../../../core";
import { FastenerFields } from "../torque/FastenerFields";
import { SETTING_NAMES } from "../../format/sheetWords";
import { RowsEditor, freeName, rowEdits } from "../../ui/RowsEditor";
import { ShapeFields } from "../../ui/ShapeFields";
import { Choice, TextField } from "../../ui/TextField";
import { PageHolder } from "./SourcesEditor";
import { nameColumn } from "../../ui/RowName";

export type LineDraft = Omit<SpecLine, "id" | "version" | "createdAt" | "updatedAt" | "deletedAt">;

const FINISHES = { "": "not known", zinc: "zinc plated", lubricated: "lubricated", blackDry: "black, dry" } as const;

const SETTINGS = Object.fromEntries(sheetSettings.map((s) => [s, SETTING_NAMES[s]])) as typeof SETTING_NAMES;
const finishes: Record<FastenerFinish | "", string> = FINISHES;

interface FormProps {
  draft: LineDraft;
  onChange: (patch: Partial<LineDraft>) => void;
}

/** What a line is called and where on the vehicle it is; why this vehicle differs, where it does. */
export function NameFields({ draft, places, onChange }: FormProps & { places: readonly string[] }) {
  return (
    <section aria-label="What it is">
      <div className="fields">
        <TextField
          label={draft.kind === "torque" ? "where" : "name"}
          value={draft.name}
          required
          max={boundsOf(resources.specLine, "name").max}
          onCommit={(name) => onChange({ name })}
        />
        <PlaceField value={draft.place} places={places} onCommit={(place) => onChange({ place })} />
        {draft.overrides && (
          <TextField
            label="why this vehicle differs"
            value={draft.reason}
            required
            placeholder="thread repaired, job 198"
            onCommit={(reason) => onChange({ reason })}
          />
        )}
      </div>
    </section>
  );
}

/** Everything about a line beside its name and value: what belongs to its kind, and which vehicles it is for. */
export function LineFieldsForm({ draft, onChange }: FormProps) {
  return (
    <>
      {draft.torque && (
        <TorqueFacts name={draft.name} torque={draft.torque} onChange={(torque) => onChange({ torque })} />
      )}
      {draft.part && <PartFacts part={draft.part} onChange={(part) => onChange({ part })} />}
      {draft.setting && (
        <Choice
          label="what is set"
          value={draft.setting.what}
          options={SETTINGS}
          onChange={(what) => onChange({ setting: { what } })}
        />
      )}
      {draft.fluid && (
        <TextField
          label="quantity, as written"
          value={draft.fluid.quantity}
          placeholder="1.9 l"
          onCommit={(quantity) => onChange({ fluid: { quantity } })}
        />
      )}
      {draft.interval && (
        <div className="fields">
          <ShapeFields
            shape={resources.specLine}
            within="interval"
            value={draft.interval}
            onChange={(patch) => draft.interval && onChange({ interval: { ...draft.interval, ...patch } })}
            fields={[
              { at: "km", label: "every", kind: "distance", clears: true, hint: "30 000 km" },
              { at: "months", label: "or every", unit: "months", whole: true, clears: true },
            ]}
          />
        </div>
      )}
      <AppliesTo draft={draft} onChange={onChange} />
      <TextField label="note" value={draft.note} onCommit={(note) => onChange({ note })} />
    </>
  );
}

function PlaceField({
  value,
  places,
  onCommit,
}: {
  value: string;
  places: readonly string[];
  onCommit: (place: string) => void;
}) {
  const id = useId();
  return (
    <span className="field">
      <label className="lb" htmlFor={id}>
        place on the vehicle
      </label>
      <AutoComplete
        id={id}
        style={{ width: "100%" }}
        value={value}
        placeholder="Gearbox"
        options={places.map((p) => ({ value: p }))}
        showSearch={{
          filterOption: (typed, option) => (option?.value ?? "").toLowerCase().includes(typed.toLowerCase()),
        }}
        onChange={(text: string) => onCommit(text.slice(0, 200))}
      />
    </span>
  );
}

function TorqueFacts({
  torque: t,
  name,
  onChange,
}: {
  name: string;
  torque: NonNullable<SpecLine["torque"]>;
  onChange: (torque: NonNullable<SpecLine["torque"]>) => void;
}) {
  const patch = (next: Partial<typeof t>): void => onChange({ ...t, ...next });
  return (
    <section aria-label="Fasteners">
      <h3 className="hd2">Fasteners</h3>
      <div className="fields">
        <FastenerFields
          shape={resources.specLine}
          within="torque"
          value={t}
          name={name}
          onPatch={patch}
          more={<Choice label="finish" value={t.finish} options={finishes} onChange={(finish) => patch({ finish })} />}
        />
      </div>
    </section>
  );
}

function PartFacts({
  part: p,
  onChange,
}: {
  part: NonNullable<SpecLine["part"]>;
  onChange: (part: NonNullable<SpecLine["part"]>) => void;
}) {
  const patch = (next: Partial<typeof p>): void => onChange({ ...p, ...next });
  const contains = rowEdits(p.contains, (rows) => patch({ contains: rows }));
  const held = new Set(p.contains.map((c) => c.name));
  return (
    <section aria-label="Part">
      <h3 className="hd2">Part</h3>
      <div className="fields">
        <ShapeFields
          shape={resources.specLine}
          within="part"
          value={p}
          onChange={patch}
          fields={[
            { at: "maker", label: "maker or seller", words: true },
            { at: "quantity", label: "how many" },
            { at: "price", label: "price each", digits: 2, clears: true },
            { at: "supersededBy", label: "superseded by number", words: true },
            { at: "noLonger", label: "No longer sold", flag: "no longer sold" },
          ]}
        />
        <TextField
          label="a kit lacks"
          value={p.lacks.join(", ")}
          placeholder="collar, spring"
          onCommit={(text) =>
            patch({
              lacks: text
                .split(",")
                .map((x) => x.trim().slice(0, 80))
                .filter(Boolean)
                .slice(0, 30),
            })
          }
        />
      </div>
      <h3 className="hd2">A kit contains</h3>
      <RowsEditor
        rows={p.contains}
        keyOf={(c) => c.name}
        columns={[
          nameColumn(
            "piece",
            (_, i) => `piece ${i + 1}`,
            held,
            80,
            (i, name) => contains.patch(i, { name }),
          ),
          {
            head: "how many",
            cell: (c, i) => (
              <ShapeFields
                shape={resources.specLine}
                within="part.contains[]"
                value={c}
                fields={[{ at: "quantity", label: `how many ${c.name}`, hideLabel: true }]}
                onChange={(next) => contains.patch(i, next)}
              />
            ),
          },
        ]}
        takeOut={{
          label: (c) => `Remove ${c.name}`,
          onTake: (_, i) => contains.take(i),
        }}
        add={
          p.contains.length < 60 && {
            label: "Add a piece",
            onAdd: () =>
              contains.add({ name: freeName(held, p.contains.length + 1, (n) => `piece ${n}`), quantity: 1 }),
          }
        }
      />
    </section>
  );
}

/** For which vehicles of this kind a line is: build dates, chassis numbers, an option, or a feature that can be seen. */
function AppliesTo({ draft, onChange }: FormProps) {
  return (
    <section aria-label="For which vehicles">
      <h3 className="hd2">
        For which vehicles <span className="lb">all of them where nothing is entered</span>
      </h3>
      <div className="fields">
        <ShapeFields
          shape={resources.specLine}
          value={draft}
          onChange={onChange}
          fields={[
            { at: "builtFrom", label: "built from", day: "month" },
            { at: "builtTo", label: "built to", day: "month" },
            { at: "chassisFrom", label: "chassis number from", words: true },
            { at: "chassisTo", label: "chassis number to", words: true },
            { at: "option", label: "with option", words: true },
            { at: "feature", label: "told apart by", words: true, placeholder: "one pin" },
          ]}
        />
        {draft.feature && (
          <PageHolder
            file={draft.featurePhoto}
            what={draft.feature}
            onFile={(featurePhoto) => onChange({ featurePhoto })}
          />
        )}
      </div>
    </section>
  );
}
