import { Button, Modal } from "antd";
import { useState } from "react";
import {
  mountSigns,
  type JobView,
  type MountRoomState,
  type MountSign,
  type RoomMount,
  type RoomUnit,
} from "../../../contract";
import { NumberField, PriceField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { SymptomChip, type ThreeState } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";
import { changeOf, MATERIALS, type Material } from "./room";

/** Mass, box, torque and the line of shafts: what is the same for every set of mounts. */
export function UnitDialog({
  unit,
  onChange,
  onClose,
}: {
  unit: RoomUnit;
  onChange: (patch: Partial<RoomUnit>, what: string) => void;
  onClose: () => void;
}) {
  const [two, setTwo] = useState<{ front: number | null; rear: number | null; apart: number | null }>({
    front: null,
    rear: null,
    apart: null,
  });
  const box = (key: "xMm" | "yMm" | "zMm", label: string) => (
    <QuantityField
      label={label}
      kind="length"
      base={unit.box[key]}
      min={1}
      max={5000}
      onCommit={({ base }) => onChange({ box: { ...unit.box, [key]: base } }, `box ${label}`)}
    />
  );
  const com = (key: "xMm" | "yMm" | "zMm", label: string) => (
    <QuantityField
      label={label}
      kind="length"
      base={unit.com[key]}
      min={-5000}
      max={5000}
      onCommit={({ base }) => onChange({ com: { ...unit.com, [key]: base } }, `centre ${label}`)}
    />
  );
  const weighed = two.front !== null && two.rear !== null && two.apart !== null && two.front + two.rear > 0;
  const shaft = (i: number, patch: Partial<RoomUnit["shafts"][number]>, what: string): void =>
    onChange(
      { shafts: unit.shafts.map((s, k) => (k === i ? { ...s, ...patch } : s)) },
      `${unit.shafts[i].name}: ${what}`,
    );
  return (
    <Modal open title="The power unit and its shafts" footer={null} width={760} onCancel={onClose}>
      <div className="unitdlg">
        <h3 className="hd2">Mass and its centre</h3>
        <div className="fields">
          <QuantityField
            label="mass"
            kind="mass"
            base={unit.massKg}
            min={1}
            max={5000}
            onCommit={({ base }) => onChange({ massKg: base }, "mass")}
          />
          {com("xMm", "centre, forward")}
          {com("yMm", "centre, left")}
          {com("zMm", "centre, up")}
          {box("xMm", "long")}
          {box("yMm", "wide")}
          {box("zMm", "high")}
        </div>
        <p className="lb">
          The turning inertia is taken as that of a box of this size and mass. Or weigh it on two points, a scale under
          each:
        </p>
        <div className="fields">
          <NumberField
            label="front scale"
            value={two.front}
            min={0}
            max={5000}
            unit="kg"
            onCommit={(front) => setTwo({ ...two, front })}
          />
          <NumberField
            label="rear scale"
            value={two.rear}
            min={0}
            max={5000}
            unit="kg"
            onCommit={(rear) => setTwo({ ...two, rear })}
          />
          <NumberField
            label="scales apart"
            value={two.apart}
            min={1}
            max={5000}
            unit="mm"
            onCommit={(apart) => setTwo({ ...two, apart })}
          />
          <Button
            disabled={!weighed}
            onClick={() => {
              const [front, rear, apart] = [two.front ?? 0, two.rear ?? 0, two.apart ?? 0];
              const forward = Math.max(...unit.mounts.map((m) => m.xMm));
              onChange(
                {
                  massKg: front + rear,
                  com: { ...unit.com, xMm: Math.round(forward - (rear / (front + rear)) * apart) },
                },
                "weighed on two points",
              );
            }}
          >
            Take from the scales
          </Button>
        </div>
        <p className="lb">The front scale stands under the foremost mount.</p>
        <h3 className="hd2">Torque and speed</h3>
        <div className="fields">
          <Choice
            label="crankshaft lies"
            value={unit.crankAxis}
            options={{ x: "fore and aft", y: "across" }}
            onChange={(axis) => onChange({ crankAxis: axis }, "crank axis")}
          />
          <QuantityField
            label="engine torque"
            kind="torque"
            base={unit.engineTorqueNm}
            min={0}
            max={100000}
            onCommit={({ base }) => onChange({ engineTorqueNm: base }, "engine torque")}
          />
          <NumberField
            label="first gear (and final drive, if inside)"
            value={unit.ratio}
            min={0.1}
            max={50}
            unit="to 1"
            onCommit={(v) => v !== null && onChange({ ratio: v }, "ratio")}
          />
          <NumberField
            label="shafts turn at"
            value={unit.shaftRpm}
            min={1}
            max={20000}
            unit="rpm"
            onCommit={(v) => v !== null && onChange({ shaftRpm: v }, "shaft speed")}
          />
          <NumberField
            label="cruise at"
            value={unit.cruiseRpm}
            min={1}
            max={20000}
            unit="rpm"
            onCommit={(v) => v !== null && onChange({ cruiseRpm: v }, "cruise")}
          />
          <NumberField
            label="louder at idle by at most"
            value={unit.noiseLimitDb}
            min={0}
            max={60}
            unit="dB"
            onCommit={(v) => v !== null && onChange({ noiseLimitDb: v }, "noise limit")}
          />
        </div>
        <h3 className="hd2">Shafts, front to rear, as they stand now</h3>
        <table className="rowsedit">
          <thead>
            <tr>
              <th>shaft</th>
              <th>long</th>
              <th>rises to the front</th>
              <th>front to the left</th>
              <th>
                <span className="sr">take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {unit.shafts.map((s, i) => (
              <tr key={i}>
                <td>
                  <TextField
                    label={`name of shaft ${i + 1}`}
                    hideLabel
                    value={s.name}
                    required
                    max={40}
                    onCommit={(name) => shaft(i, { name }, `named ${name}`)}
                  />
                </td>
                <td>
                  <QuantityField
                    label={`length of ${s.name}`}
                    hideLabel
                    kind="length"
                    base={s.lengthMm}
                    min={1}
                    max={5000}
                    hint="not needed"
                    onCommit={({ base }) => shaft(i, { lengthMm: base }, "length")}
                    onClear={() => shaft(i, { lengthMm: null }, "no length")}
                  />
                </td>
                <td>
                  <NumberField
                    label={`${s.name} rises`}
                    hideLabel
                    value={s.sideDeg}
                    min={-45}
                    max={45}
                    unit="°"
                    digits={2}
                    onCommit={(v) => v !== null && shaft(i, { sideDeg: v }, `rises ${v}°`)}
                  />
                </td>
                <td>
                  <NumberField
                    label={`${s.name} in plan`}
                    hideLabel
                    value={s.planDeg}
                    min={-45}
                    max={45}
                    unit="°"
                    digits={2}
                    onCommit={(v) => v !== null && shaft(i, { planDeg: v }, `in plan ${v}°`)}
                  />
                </td>
                <td>
                  <Button
                    size="small"
                    aria-label={`Take ${s.name} out`}
                    onClick={() => onChange({ shafts: unit.shafts.filter((_, k) => k !== i) }, `${s.name} out`)}
                  >
                    ×
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
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
              One shaft more
            </Button>
          </div>
        )}
      </div>
    </Modal>
  );
}

type MountSet = MountRoomState["sets"][number];

const CHOICES: Record<Material | "keep", string> = {
  keep: "stays as it is",
  ...(Object.fromEntries(Object.entries(MATERIALS).map(([k, m]) => [k, m.words])) as Record<Material, string>),
};

/** One set: what each mount is replaced by. */
export function SetDialog({
  unit,
  set,
  currency,
  onChange,
  onRemove,
  onClose,
}: {
  unit: RoomUnit;
  set: MountSet;
  currency: string;
  onChange: (next: MountSet, what: string) => void;
  onRemove: () => void;
  onClose: () => void;
}) {
  const materialOf = (name: string): Material | "keep" =>
    (Object.keys(MATERIALS) as Material[]).find((m) => MATERIALS[m].words === set.changes[name]?.material) ?? "keep";
  const used = [...new Set(unit.mounts.map((m) => materialOf(m.name)))].filter((m): m is Material => m !== "keep");
  return (
    <Modal open title="A set of mounts" footer={null} width={560} onCancel={onClose}>
      <div className="unitdlg">
        <div className="fields">
          <TextField
            label="called"
            value={set.name}
            required
            max={60}
            onCommit={(name) => onChange({ ...set, name }, `named ${name}`)}
          />
          <PriceField
            label="price"
            value={set.price}
            currency={currency}
            onCommit={(price) => onChange({ ...set, price }, "price")}
          />
        </div>
        <div className="fields">
          {unit.mounts.map((m) => (
            <Choice
              key={m.name}
              label={m.name}
              value={materialOf(m.name)}
              options={CHOICES}
              onChange={(material) => {
                const changes = { ...set.changes };
                if (material === "keep") delete changes[m.name];
                else changes[m.name] = changeOf(material);
                onChange({ ...set, changes }, `${m.name}: ${CHOICES[material]}`);
              }}
            />
          ))}
        </div>
        {used.length > 0 && (
          <>
            <h3 className="hd2">What you will notice</h3>
            <ul className="howsteps">
              {used.map((m) => (
                <li key={m}>
                  {MATERIALS[m].words}: {MATERIALS[m].notice}
                </li>
              ))}
            </ul>
            <p className="lb">
              Shops differ: some go firm all round, some only at the tail and keep the front soft for the idle.
            </p>
          </>
        )}
        <div>
          <Button size="small" onClick={onRemove}>
            Take this set away
          </Button>
        </div>
      </div>
    </Modal>
  );
}

const SIGNS: Record<MountSign, string> = {
  cracked: "Cracked or dry rotten",
  collapsed: "Collapsed, sits low",
  oilSoaked: "Soaked with oil, swollen",
  separates: "Rubber leaves metal when lifted",
  witness: "Witness mark: metal has touched",
};

/** Which question of Ask a sign on a mount answers. */
function observationOf(mount: RoomMount, sign: MountSign): string | null {
  if (sign === "cracked") return "lookCrackedMount";
  if (sign === "oilSoaked") return "lookOilSoaked";
  if (sign === "separates")
    return mount.role === "tail"
      ? "liftSeparates"
      : { left: "pryLeft", right: "pryRight", front: "pryFront", other: null }[mount.role];
  if (sign === "collapsed")
    return { left: "lowLeft", right: "lowRight", tail: "lowTail", front: null, other: null }[mount.role];
  return null;
}

/** A card per mount: what was seen on it. It feeds Ask. */
export function Inspection({
  view,
  unit,
  room,
  onSign,
  onLook,
  onClose,
}: {
  view: JobView;
  unit: RoomUnit;
  room: MountRoomState;
  onSign: (mount: RoomMount, sign: MountSign, state: ThreeState, observation: string | null, words: string) => void;
  onLook: (next: RoomUnit["nextLook"]) => void;
  onClose: () => void;
}) {
  const km = Math.max(0, ...view.vehicle.odometer.map((o) => o.km));
  return (
    <Modal open title="Look at the mounts" footer={null} width={820} onCancel={onClose}>
      <div className="unitdlg">
        <p>
          A block of wood and a jack under a rigid part of the gearbox. Lift until the weight just comes off the tail,
          no more, and watch for rubber leaving metal.
        </p>
        <p className="caution">
          Never under the thin pan. Vehicle on stands; nobody’s hand between mount and crossmember.
        </p>
        <div className="inspect">
          {unit.mounts.map((m) => (
            <section key={m.name} aria-label={`Look at ${m.name}`}>
              <h3 className="hd2">{m.name}</h3>
              <div className="chips one">
                {mountSigns.map((sign) => (
                  <SymptomChip
                    key={sign}
                    words={SIGNS[sign]}
                    state={room.inspection[m.name]?.[sign] ?? "untried"}
                    onChange={(state) =>
                      onSign(m, sign, state, observationOf(m, sign), `${m.name}, ${SIGNS[sign].toLowerCase()}`)
                    }
                  />
                ))}
              </div>
            </section>
          ))}
        </div>
        <h3 className="hd2">Look again</h3>
        <div className="fields">
          <NumberField
            label="at"
            value={unit.nextLook?.km ?? null}
            min={0}
            max={5e6}
            unit={`km, now ${Math.round(km)}`}
            onCommit={(v) => onLook({ km: v, date: unit.nextLook?.date ?? null })}
          />
          <TextField
            label="or on the day"
            value={unit.nextLook?.date ?? ""}
            placeholder="2027-03-01"
            check={(d) => (d && !/^\d{4}-\d{2}-\d{2}$/.test(d) ? "a day like 2027-03-01" : undefined)}
            onCommit={(date) => onLook({ km: unit.nextLook?.km ?? null, date: date || null })}
          />
        </div>
      </div>
    </Modal>
  );
}
