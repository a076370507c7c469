import { ShapeFields } from "../../ui/ShapeFields";
import { boundsOf, resources, type Vehicle } from "../../../contract";
import { type Editor } from "../../data/saving";
import { saidOf, withSaid } from "../../../domain";
import { DRIVEN_NAMES, LAYOUT_NAMES, SHIFTER_NAMES } from "../../format/words";
import { Choice, TextField } from "../../ui/TextField";

const LAYOUT_SAID = { "": "not said yet", ...LAYOUT_NAMES };
const DRIVEN_SAID = { "": "not said yet", ...DRIVEN_NAMES };

export function Facts({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const patch = (data: Partial<Vehicle>, what: string): void => edit.update("vehicle", vehicle, data, what);
  return (
    <section className="sect">
      <h2 className="hd2">Vehicle</h2>
      <div className="fields">
        <TextField
          label="tag"
          value={vehicle.tag}
          required
          max={boundsOf(resources.vehicle, "tag").max}
          onCommit={(tag) => patch({ tag }, `Tag ${tag}`)}
        />
        <ShapeFields
          shape={resources.vehicle}
          value={vehicle}
          fields={[
            { at: "owner", label: "owner", words: true, what: "Owner" },
            { at: "make", label: "make", words: true, what: "Make" },
            { at: "model", label: "model", words: true, what: "Model" },
            { at: "variant", label: "variant", words: true, what: "Variant" },
            { at: "buildDate", label: "built", day: "month", what: "Build date" },
          ]}
          onChange={patch}
        />
        <Choice
          label="engine"
          value={saidOf(vehicle, "layout")}
          options={LAYOUT_SAID}
          onChange={(said) => patch(withSaid(vehicle, "layout", said), LAYOUT_SAID[said])}
        />
        <Choice
          label="driven"
          value={saidOf(vehicle, "drivenWheels")}
          options={DRIVEN_SAID}
          onChange={(said) => patch(withSaid(vehicle, "drivenWheels", said), DRIVEN_SAID[said])}
        />
        <Choice
          label="shifter"
          value={vehicle.shifterKind}
          options={SHIFTER_NAMES}
          onChange={(shifterKind) => {
            // A rocking arm takes its travel in degrees: gears in millimetres would not fit it.
            const mixed = (shifterKind === "arm") !== (vehicle.shifterKind === "arm");
            patch({ shifterKind, ...(mixed && { gearbox: null }) }, SHIFTER_NAMES[shifterKind]);
          }}
        />
        <Choice
          label="gearbox"
          value={vehicle.automatic ? "automatic" : "manual"}
          options={{ manual: "manual", automatic: "automatic" }}
          onChange={(kind) => patch({ automatic: kind === "automatic" }, `Gearbox ${kind}`)}
        />
        <ShapeFields
          shape={resources.vehicle}
          value={vehicle}
          onChange={(p, what) => patch(p, what)}
          fields={[
            { at: "cylinders", label: "cylinders", clears: true, what: "Cylinders" },
            { at: "idleRpm", label: "idle", unit: "rpm", clears: true, what: "Idle" },
          ]}
        />
      </div>
      <div style={{ height: 12 }} />
      <TextField label="notes" lines={2} value={vehicle.notes} onCommit={(notes) => patch({ notes }, "Notes")} />
    </section>
  );
}
