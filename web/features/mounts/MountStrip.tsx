import { boundsOf, resources, mountRoles, type MountRole, type RoomMount } from "../../../contract";
import { Button } from "antd";
import { useState } from "react";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";
import { RubberDialog } from "./RubberDialog";

const ROLES: Record<MountRole, string> = {
  left: "left",
  right: "right",
  front: "torque mount",
  tail: "tail",
  other: "another",
};

/** One mount in figures: where it sits, how high it was new, how stiff it came. */
export function MountStrip({
  mount,
  names,
  measured,
  onPatch,
  onMeasure,
  onRemove,
  onClose,
}: {
  mount: RoomMount;
  names: readonly string[];
  measured: { meanMm: number } | null;
  onPatch: (patch: Partial<RoomMount>, what: string) => void;
  /** A height taken here is a reading of Gauge. */
  onMeasure: (value: { typed: string; base: number }) => void;
  onRemove?: () => void;
  onClose: () => void;
}) {
  const [rubber, setRubber] = useState(false);
  const place = (key: "xMm" | "yMm" | "zMm", label: string) => (
    <QuantityField
      label={label}
      kind="length"
      base={mount[key]}
      min={-5000}
      max={5000}
      onCommit={({ base, typed }) => onPatch({ [key]: base }, `${label} ${typed}`)}
    />
  );
  const stiff = (key: "kxNPerMm" | "kyNPerMm" | "kzNPerMm", label: string) => (
    <NumberField
      label={label}
      value={mount[key]}
      min={0}
      max={1e6}
      unit="N/mm"
      onCommit={(v) => v !== null && onPatch({ [key]: v }, `${label} ${v} N/mm`)}
    />
  );
  return (
    <section className="points" aria-label={`Mount ${mount.name}`}>
      {rubber && (
        <RubberDialog
          name={mount.name}
          onTake={({ compression, shear }) => {
            setRubber(false);
            onPatch({ kxNPerMm: shear, kyNPerMm: shear, kzNPerMm: compression }, "stiffness from its rubber");
          }}
          onClose={() => setRubber(false)}
        />
      )}
      <div className="points-head">
        <h2 className="hd2">Mount</h2>
        <p className="lb">from the front mounts’ line: forward, left, up</p>
        <div className="row-flex">
          <Button size="small" onClick={onClose}>
            Done
          </Button>
          {onRemove && (
            <Button size="small" onClick={onRemove}>
              Remove it
            </Button>
          )}
        </div>
      </div>
      <div className="points-cells">
        <div className="pcell">
          <h3 className="hd2">What it is</h3>
          <div className="two wide">
            <TextField
              whileTyping={false}
              label="name"
              value={mount.name}
              required
              max={boundsOf(resources.vehicle, "powerUnit.mounts[].name").max}
              check={(n) => (n !== mount.name && names.includes(n) ? "this name is taken" : undefined)}
              onCommit={(name) => onPatch({ name }, `named ${name}`)}
            />
            <Choice
              label="it is the"
              value={mount.role}
              options={ROLES}
              onChange={(role) =>
                onPatch({ role: mountRoles.find((r) => r === role) ?? "other" }, `is the ${ROLES[role]}`)
              }
            />
          </div>
        </div>
        <div className="pcell">
          <h3 className="hd2">Height</h3>
          <div className="two">
            <QuantityField
              label="new"
              kind="length"
              base={mount.nominalMm}
              {...boundsOf(resources.vehicle, "powerUnit.mounts[].nominalMm")}
              hint="not known"
              onCommit={({ base, typed }) => onPatch({ nominalMm: base }, `height new ${typed}`)}
              onClear={() => onPatch({ nominalMm: null }, "height new not known")}
            />
            <QuantityField
              label="measured"
              kind="length"
              base={measured?.meanMm ?? null}
              min={0.1}
              max={500}
              hint="to take"
              onCommit={onMeasure}
            />
          </div>
        </div>
        <div className="pcell">
          <h3 className="hd2">Place</h3>
          <div className="four">
            {place("xMm", "forward")}
            {place("yMm", "left")}
            {place("zMm", "up")}
            <NumberField
              label="turned about fore-aft"
              value={mount.rxDeg}
              {...boundsOf(resources.vehicle, "powerUnit.mounts[].rxDeg")}
              unit="°"
              onCommit={(v) => v !== null && onPatch({ rxDeg: v }, `turned ${v}°`)}
            />
          </div>
        </div>
        <div className="pcell">
          <h3 className="hd2">Original stiffness</h3>
          <div className="four">
            {stiff("kxNPerMm", "fore and aft")}
            {stiff("kyNPerMm", "sideways")}
            {stiff("kzNPerMm", "up and down")}
            <NumberField
              label="loss factor"
              value={mount.lossFactor}
              {...boundsOf(resources.vehicle, "powerUnit.mounts[].lossFactor")}
              unit=""
              digits={2}
              onCommit={(v) => v !== null && onPatch({ lossFactor: v }, `loss factor ${v}`)}
            />
          </div>
        </div>
        <div className="pcell">
          <h3 className="hd2">Its rubber</h3>
          <Button onClick={() => setRubber(true)}>Calculate from the rubber</Button>
        </div>
        <div className="pcell">
          <h3 className="hd2">Hangs</h3>
          <p className="row-flex">
            <SlotSwitch
              on={mount.hangs}
              label={`${mount.name} hangs below its bracket`}
              onChange={(hangs) => onPatch({ hangs }, hangs ? "hangs" : "is carried from below")}
            />
            <span className="lb">below its bracket</span>
          </p>
        </div>
      </div>
    </section>
  );
}
