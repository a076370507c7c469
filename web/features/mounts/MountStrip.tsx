import { boundsOf, resources, mountRoles, type MountRole, type RoomMount } from "../../../contract";
import { Button } from "antd";
import { isEntered } from "../../../domain";
import { OriginMark } from "../../ui/marks";
import { useState } from "react";
import { QuantityField } from "../../ui/QuantityField";
import { ShapeFields, type ShapeField } from "../../ui/ShapeFields";
import { Strip, StripCell } from "../../ui/Strip";
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
  /** The mark of figures that are typical ones, until somebody enters this mount's own. */
  const typical = (keys: readonly (keyof RoomMount)[]) =>
    keys.some((key) => mount[key] !== null && !isEntered(mount, key)) && (
      <span className="lb">
        <OriginMark origin="estimated" /> typical
      </span>
    );
  const fields = (list: readonly ShapeField[]) => (
    <ShapeFields
      shape={resources.vehicle}
      within="powerUnit.mounts[]"
      value={mount}
      onChange={(patch, what, typed) => onPatch(patch, `${what} ${typed}`.trim())}
      fields={list}
    />
  );
  return (
    <Strip
      label={`Mount ${mount.name}`}
      title="Mount"
      hint="from the front mounts’ line: forward, left, up"
      acts={
        <>
          <Button size="small" onClick={onClose}>
            Done
          </Button>
          {onRemove && (
            <Button size="small" onClick={onRemove}>
              Remove it
            </Button>
          )}
        </>
      }
      before={
        rubber && (
          <RubberDialog
            name={mount.name}
            onTake={({ compression, shear }) => {
              setRubber(false);
              onPatch({ kxNPerMm: shear, kyNPerMm: shear, kzNPerMm: compression }, "stiffness from its rubber");
            }}
            onClose={() => setRubber(false)}
          />
        )
      }
    >
      <StripCell title="What it is" of="two wide">
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
          onChange={(role) => onPatch({ role: mountRoles.find((r) => r === role) ?? "other" }, `is the ${ROLES[role]}`)}
        />
      </StripCell>
      <StripCell title="Height" of="two" side={typical(["nominalMm"])}>
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
      </StripCell>
      <StripCell title="Place" of="four" side={typical(["xMm", "yMm", "zMm"])}>
        {fields([
          { at: "xMm", label: "forward", kind: "length" },
          { at: "yMm", label: "left", kind: "length" },
          { at: "zMm", label: "up", kind: "length" },
          { at: "rxDeg", label: "turned about fore-aft", unit: "°", what: "turned" },
        ])}
      </StripCell>
      <StripCell title="Original stiffness" of="four" side={typical(["kxNPerMm", "kyNPerMm", "kzNPerMm"])}>
        {fields([
          { at: "kxNPerMm", label: "fore and aft", unit: "N/mm" },
          { at: "kyNPerMm", label: "sideways", unit: "N/mm" },
          { at: "kzNPerMm", label: "up and down", unit: "N/mm" },
          { at: "lossFactor", label: "loss factor", digits: 2 },
        ])}
      </StripCell>
      <StripCell title="Its rubber">
        <Button onClick={() => setRubber(true)}>Calculate from the rubber</Button>
      </StripCell>
      <StripCell title="Hangs">
        {fields([
          {
            at: "hangs",
            label: `${mount.name} hangs below its bracket`,
            flag: "below its bracket",
            what: mount.hangs ? "is carried from below" : "hangs",
          },
        ])}
      </StripCell>
    </Strip>
  );
}
