import { rowEdits } from "../../ui/RowsEditor";
import { ShapeFields } from "../../ui/ShapeFields";
import { boundsOf, resources, ordersInput, driveTrain, tyreRefused, type VehicleDriveTrain } from "../../../contract";
import { useState } from "react";
import { formatNumber, rotatingSources, tyreDiameterMm, type DriveTrain } from "../../../core";
import { useUnits } from "../../format/units";
import { QuantityField } from "../../ui/QuantityField";
import { NumberField } from "../../ui/NumberField";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";

/** A usual set to begin with and correct: common practice, no source. */
export const usualDrive = (layout: DriveTrain["layout"]): VehicleDriveTrain => ({
  tyre: { size: "205/55R16", rollingFactor: 0.97 },
  finalDrive: 4.1,
  transferRatio: 1,
  ratios: [3.6, 2.1, 1.4, 1, 0.8].map((ratio, i) => ({ gear: String(i + 1), ratio })),
  halfShaftJoint: layout === "eastWest" ? "tripod" : "none",
  propShaft: layout === "northSouth",
  strokes: 4,
  accessories: [],
});

const JOINT_NAMES = {
  none: "none, a live axle",
  tripod: "tripod",
  ball: "ball",
  cardan: "Universal joint",
} as const;

/** Tyre, final drive, gears and what the belt drives; what cannot be kept says so and changes nothing. */
export function DriveTrainFields({
  drive,
  layout,
  cylinders,
  onChange,
}: {
  drive: VehicleDriveTrain;
  layout: DriveTrain["layout"];
  cylinders: number;
  onChange: (next: VehicleDriveTrain, what: string) => void;
}) {
  const units = useUnits();
  const [trouble, setTrouble] = useState<string | null>(null);
  const save = (patch: Partial<VehicleDriveTrain>, what: string): void => {
    const read = driveTrain.safeParse({ ...drive, ...patch });
    const offence = read.success ? tyreRefused(read.data.tyre, "tyre") : null;
    if (!read.success || offence) {
      setTrouble(offence?.error.message ?? read.error?.issues[0]?.message ?? "this cannot be kept");
      return;
    }
    setTrouble(null);
    onChange(read.data, what);
  };
  const { tyre } = drive;
  const size = "size" in tyre ? tyre.size : "";
  const diameter = tyreDiameterMm(size);
  const rolls =
    "size" in tyre ? (diameter === null ? null : Math.PI * diameter * tyre.rollingFactor) : tyre.circumferenceMm;
  const top = drive.ratios.at(-1);
  const at100 =
    top && rotatingSources({ ...drive, layout, cylinders }, { gear: top.gear, speedKmh: 100, engineRpm: null });
  return (
    <>
      <div className="runfields">
        <TextField
          label="tyre size"
          value={size}
          placeholder="205/55R16"
          max={40}
          check={(t) => (t && tyreDiameterMm(t) === null ? "accepted: a size like 205/55R16" : undefined)}
          onCommit={(text) =>
            text &&
            save(
              { tyre: { size: text, rollingFactor: "rollingFactor" in tyre ? tyre.rollingFactor : 0.97 } },
              `tyre ${text}`,
            )
          }
        />
        <QuantityField
          label="or rolls in one turn"
          kind="length"
          base={"size" in tyre ? null : tyre.circumferenceMm}
          min={500}
          max={5000}
          hint={rolls === null ? "1985 mm" : `${units.show(rolls, "length", { digits: 0 })} by its size`}
          onCommit={({ typed, base }) => save({ tyre: { circumferenceMm: base } }, `rolls ${typed}`)}
        />
        <ShapeFields
          shape={ordersInput}
          value={drive}
          onChange={(p, what) => save(p, what)}
          fields={[
            { at: "finalDrive", label: "final drive", unit: "to 1", digits: 3, what: "final drive" },
            { at: "transferRatio", label: "transfer ratio", unit: "to 1", digits: 3, what: "transfer ratio" },
          ]}
        />
        <Choice
          label="joints of the half shafts"
          value={drive.halfShaftJoint}
          options={JOINT_NAMES}
          onChange={(halfShaftJoint) => save({ halfShaftJoint }, `half shaft joints: ${JOINT_NAMES[halfShaftJoint]}`)}
        />
        <span className="row-flex">
          <SlotSwitch
            on={drive.propShaft}
            label="Has a prop shaft"
            onChange={(propShaft) => save({ propShaft }, "prop shaft")}
          />
          has a prop shaft
        </span>
      </div>
      <h2 className="hd2" style={{ marginTop: 14 }}>
        Gear ratios
      </h2>
      <div className="ratios">
        <Ratios
          list={drive.ratios}
          nameOf={(r) => `gear ${r.gear}`}
          bounds={boundsOf(resources.vehicle, "driveTrain.ratios[].ratio")}
          digits={3}
          unit="to 1"
          onChange={(ratios, what) => save({ ratios }, what)}
        />
        <AddGear
          taken={drive.ratios.map((r) => r.gear)}
          onAdd={(gear) => save({ ratios: [...drive.ratios, { gear, ratio: 1 }] }, `gear ${gear}`)}
        />
      </div>
      <h2 className="hd2" style={{ marginTop: 14 }}>
        Driven by the belt
      </h2>
      <div className="ratios">
        <Ratios
          list={drive.accessories}
          nameOf={(a) => a.name}
          bounds={boundsOf(ordersInput, "accessories[].ratio")}
          digits={2}
          unit="turns to one of the engine"
          onChange={(accessories, what) => save({ accessories }, what)}
        />
        <TextField
          label="add one by its name"
          value=""
          placeholder="alternator"
          max={boundsOf(resources.vehicle, "powerUnit.mounts[].name").max}
          check={(t) => (drive.accessories.some((a) => a.name === t) ? "this one is there already" : undefined)}
          onCommit={(name) => name && save({ accessories: [...drive.accessories, { name, ratio: 1 }] }, name)}
        />
      </div>
      {trouble && (
        <p className="why" role="alert">
          {trouble}.
        </p>
      )}
      {top && at100?.ok && at100.engineRpm !== null && (
        <p className="lb" style={{ marginTop: 10 }}>
          At {units.show(100, "speed")} in gear {top.gear} the engine turns{" "}
          <span className="n">{formatNumber(at100.engineRpm, 0)}</span> rpm. If the rev counter says otherwise, a figure
          above is wrong.
        </p>
      )}
    </>
  );
}

function AddGear({ taken, onAdd }: { taken: string[]; onAdd: (gear: string) => void }) {
  return (
    <TextField
      label="add a gear"
      value=""
      placeholder={String(taken.length + 1)}
      max={boundsOf(resources.recording, "gear").max}
      check={(t) => (taken.includes(t) ? "this gear is there already" : undefined)}
      onCommit={(gear) => gear && onAdd(gear)}
    />
  );
}

/** A ratio each; one that is emptied goes. */
function Ratios<T extends { ratio: number }>({
  list,
  nameOf,
  bounds,
  digits,
  unit,
  onChange,
}: {
  list: readonly T[];
  nameOf: (one: T) => string;
  bounds: { min: number; max: number };
  digits: number;
  unit: string;
  onChange: (list: T[], what: string) => void;
}) {
  return list.map((one, i) => {
    const name = nameOf(one);
    return (
      <NumberField
        key={name}
        label={name}
        value={one.ratio}
        {...bounds}
        digits={digits}
        unit={unit}
        onCommit={(ratio) =>
          ratio === null
            ? rowEdits(list, (rows) => onChange(rows, `${name} taken out`)).take(i)
            : rowEdits(list, (rows) => onChange(rows, name)).patch(i, { ratio } as Partial<T>)
        }
      />
    );
  });
}
