import { ShapeFields, type FigureField } from "../../ui/ShapeFields";
import { boundsOf, resources, type RoomUnit } from "../../../contract";
import { Button, Modal } from "antd";
import { useState } from "react";
import { useUnits } from "../../format/units";
import { RowsEditor, type RowColumn } from "../../ui/RowsEditor";
import { QuantityField } from "../../ui/QuantityField";
import { Choice, TextField } from "../../ui/TextField";
import { frameOf, outlineOf } from "./frame";
import css from "./mounts.module.css";

interface PieceProps {
  unit: RoomUnit;
  onChange: (patch: Partial<RoomUnit>, what: string) => void;
}

/** Mass, box, torque and the line of shafts: what is the same for every set of mounts. */
export function UnitDialog({ unit, onChange, onClose }: PieceProps & { onClose: () => void }) {
  const fields = (list: readonly FigureField[]) => (
    <ShapeFields shape={resources.vehicle} within="powerUnit" value={unit} onChange={onChange} fields={list} />
  );
  return (
    <Modal open title="The power unit and its shafts" footer={null} width={760} onCancel={onClose}>
      <div className={css.unitdlg}>
        <UnitSketch unit={unit} />
        <h3 className="hd2">Mass and its centre</h3>
        <div className="fields">
          {fields([
            { at: "massKg", label: "mass", kind: "mass" },
            { at: "com.xMm", label: "centre, forward", kind: "length" },
            { at: "com.yMm", label: "centre, left", kind: "length" },
            { at: "com.zMm", label: "centre, up", kind: "length" },
            { at: "box.xMm", label: "long", kind: "length", what: "box long" },
            { at: "box.yMm", label: "wide", kind: "length", what: "box wide" },
            { at: "box.zMm", label: "high", kind: "length", what: "box high" },
          ])}
        </div>
        <p className="lb">
          The turning inertia is taken as that of a box of this size and mass. Or weigh it on two points, a scale under
          each:
        </p>
        <TwoScales unit={unit} onChange={onChange} />
        <p className="lb">Put the front scale under the foremost mount.</p>
        <h3 className="hd2">Torque and speed</h3>
        <div className="fields">
          <Choice
            label="crankshaft"
            value={unit.crankAxis}
            options={{ x: "fore and aft", y: "across" }}
            onChange={(axis) => onChange({ crankAxis: axis }, "crank axis")}
          />
          {fields([
            { at: "engineTorqueNm", label: "engine torque", kind: "torque", what: "engine torque" },
            { at: "ratio", label: "first gear (and final drive, if inside)", unit: "to 1", what: "ratio" },
            { at: "shaftRpm", label: "shafts turn at", unit: "rpm", what: "shaft speed" },
            { at: "cruiseRpm", label: "cruise at", unit: "rpm", what: "cruise" },
            { at: "noiseLimitDb", label: "louder at idle by at most", unit: "dB", what: "noise limit" },
          ])}
        </div>
        <h3 className="hd2">Shafts, front to rear, as they are now</h3>
        <Shafts unit={unit} onChange={onChange} />
      </div>
    </Modal>
  );
}

/** Mass and centre from a scale under each of two points. */
function TwoScales({ unit, onChange }: PieceProps) {
  const units = useUnits();
  const [two, setTwo] = useState<{ front: number | null; rear: number | null; apart: number | null }>({
    front: null,
    rear: null,
    apart: null,
  });
  const { front, rear, apart } = two;
  const scale = (key: "front" | "rear") => (
    <QuantityField
      label={`${key} scale`}
      kind="mass"
      base={two[key]}
      min={0}
      max={5000}
      hint={units.system === "metric" ? "120 kg" : "260 lb"}
      onCommit={({ base }) => setTwo({ ...two, [key]: base })}
    />
  );
  const take = (): void => {
    if (front === null || rear === null || apart === null) return;
    const forward = Math.max(...unit.mounts.map((m) => m.xMm));
    onChange(
      {
        massKg: front + rear,
        com: { ...unit.com, xMm: Math.round(forward - (rear / (front + rear)) * apart) },
      },
      "weighed on two points",
    );
  };
  return (
    <div className="fields">
      {scale("front")}
      {scale("rear")}
      <QuantityField
        label="scales apart"
        kind="length"
        base={apart}
        min={1}
        max={5000}
        hint={units.system === "metric" ? "1100 mm" : "43 in"}
        onCommit={({ base }) => setTwo({ ...two, apart: base })}
      />
      <Button disabled={front === null || rear === null || apart === null || front + rear <= 0} onClick={take}>
        Take from the scales
      </Button>
    </div>
  );
}

const JOINTS = {
  cardan: "universal joint",
  cv: "ball-type CV joint",
  flexible: "flexible coupling",
} as const;

/** Where the figures are measured from: the zero between the front mounts, forward, left and up from there. */
function UnitSketch({ unit }: { unit: RoomUnit }) {
  const views = [
    { axis: "yMm", title: "from above", across: "left", x0: 0 },
    { axis: "zMm", title: "from the right", across: "up", x0: 360 },
  ] as const;
  const [w, h] = [340, 150];
  return (
    <svg
      className={css.unitsketch}
      viewBox={`0 0 700 ${h + 24}`}
      role="img"
      aria-label="The zero: forward, left and up from the line of the front mounts"
    >
      {views.map(({ axis, title, across, x0 }) => {
        const f = frameOf(unit, axis, w, h);
        const [ox, oy] = [x0 + f.x(0), f.y(0)];
        return (
          <g key={axis}>
            <text className="cap" x={x0 + 4} y="14">
              {title}
            </text>
            <path
              className="ref"
              d={`M${outlineOf(unit, axis)
                .map(([a, b]) => `${x0 + f.x(a)} ${f.y(b)}`)
                .join("L")}Z`}
            />
            {unit.mounts.map((m) => (
              <circle key={m.name} className={`ref ${css.gf}`} cx={x0 + f.x(m.xMm)} cy={f.y(m[axis])} r="5" />
            ))}
            <circle className="com" cx={x0 + f.x(unit.com.xMm)} cy={f.y(unit.com[axis])} r="4" />
            <path className={css.zero} d={`M${ox} ${oy}h44m-8 -4l8 4-8 4M${ox} ${oy}v-40m-4 8l4 -8 4 8`} />
            <circle className={css.zero} cx={ox} cy={oy} r="4" />
            <text className={css.zt} x={ox + 48} y={oy + 4}>
              forward
            </text>
            <text className={css.zt} x={ox + 6} y={oy - 36}>
              {across}
            </text>
            <text className={css.zt} x={ox - 12} y={oy + 16}>
              0
            </text>
          </g>
        );
      })}
    </svg>
  );
}

type Shaft = RoomUnit["shafts"][number];

/** The line of shafts behind the gearbox, a row each. */
function Shafts({ unit, onChange }: PieceProps) {
  const shaft = (i: number, patch: Partial<RoomUnit["shafts"][number]>, what: string): void =>
    onChange(
      { shafts: unit.shafts.map((s, k) => (k === i ? { ...s, ...patch } : s)) },
      `${unit.shafts[i].name}: ${what}`,
    );
  const figure = (
    head: string,
    { label, ...field }: Omit<FigureField, "label"> & { label: (name: string) => string },
  ): RowColumn<Shaft> => ({
    head,
    cell: (s, i) => (
      <ShapeFields
        shape={resources.vehicle}
        within="powerUnit.shafts[]"
        value={s}
        fields={[{ ...field, label: label(s.name), hideLabel: true }]}
        onChange={(patch, what, typed) => shaft(i, patch, `${what} ${typed}`)}
      />
    ),
  });
  return (
    <>
      <RowsEditor
        rows={unit.shafts}
        keyOf={(_, i) => i}
        columns={[
          {
            head: "shaft",
            cell: (s, i) => (
              <TextField
                label={`name of shaft ${i + 1}`}
                hideLabel
                value={s.name}
                required
                max={boundsOf(resources.vehicle, "powerUnit.mounts[].name").max}
                onCommit={(name) => shaft(i, { name }, `named ${name}`)}
              />
            ),
          },
          figure("long", {
            at: "lengthMm",
            label: (n) => `length of ${n}`,
            kind: "length",
            hint: "not needed",
            clears: true,
            what: "length",
          }),
          figure("rises to the front", {
            at: "sideDeg",
            label: (n) => `${n} rises`,
            unit: "°",
            digits: 2,
            what: "rises",
          }),
          figure("front to the left", {
            at: "planDeg",
            label: (n) => `${n} in plan`,
            unit: "°",
            digits: 2,
            what: "in plan",
          }),
          figure("yokes turned", {
            at: "yokesDeg",
            label: (n) => `yokes of ${n} turned against each other`,
            unit: "°",
            digits: 1,
            what: "yokes",
          }),
        ]}
        takeOut={{
          label: (s) => `Take ${s.name} out`,
          onTake: (s, i) => onChange({ shafts: unit.shafts.filter((_, k) => k !== i) }, `${s.name} out`),
        }}
      />
      {unit.shafts.length > 1 && (
        <div className="fields">
          {unit.shafts.slice(1).map((s, i) => (
            <Choice
              key={i}
              label={`joint ${i + 1}: ${unit.shafts[i].name} to ${s.name}`}
              value={unit.joints[i]?.kind ?? "cardan"}
              options={JOINTS}
              onChange={(kind) =>
                onChange(
                  {
                    joints: unit.shafts
                      .slice(1)
                      .map((_, k) => (k === i ? { kind } : (unit.joints[k] ?? { kind: "cardan" as const }))),
                  },
                  `joint ${i + 1}: ${JOINTS[kind]}`,
                )
              }
            />
          ))}
        </div>
      )}
      <p className="lb">
        Yokes turned: 0 where both yokes of a shaft are in line; + where the rear one is ahead, turning as the engine
        does.
      </p>
      {unit.shafts.length < 8 && (
        <div>
          <Button
            size="small"
            onClick={() =>
              onChange(
                {
                  shafts: [
                    ...unit.shafts,
                    {
                      name: `shaft ${unit.shafts.length + 1}`,
                      lengthMm: null,
                      sideDeg: unit.shafts.at(-1)?.sideDeg ?? 0,
                      planDeg: 0,
                      yokesDeg: 0,
                    },
                  ],
                },
                "one shaft more",
              )
            }
          >
            Add a shaft
          </Button>
        </div>
      )}
    </>
  );
}
