import { boundsOf, resources } from "../../../contract";
import { memo } from "react";
import { Button } from "antd";
import type { LeverGeometry, Point } from "../../../core";
import { QuantityField } from "../../ui/QuantityField";
import { Choice, TextField } from "../../ui/TextField";
import { PercentField, PriceField } from "../../ui/NumberField";
import { Strip, StripCell } from "../../ui/Strip";
import { TAKEN_NAMES } from "../../format/words";
import type { SetupPatch } from "./benchProps";
import { DriveCell } from "./DriveCell";
import { USUAL_NOTCHES } from "./NotchStrip";
import { PointFields } from "./PointFields";
import { takenAs, withPoint, type BenchSetup, type PointName } from "../../../domain";

interface PointStripProps {
  setup: BenchSetup;
  point: PointName | null;
  currency: string;
  onPoint: (point: PointName) => void;
  onPatch: (patch: SetupPatch, label: string) => void;
  onRemove?: () => void;
}

const ORIGINS = {
  measured: "measured",
  calculated: "calculated",
  claimed: "claimed",
  specified: "specified",
  estimated: "estimated",
  missing: "not known yet",
} as const;

/** Points whose doubt counts, by what they are called among the measures. */
const SURE: Partial<Record<PointName, "knob" | "pin" | "far">> = {
  knob: "knob",
  pin: "pin",
  joint: "far",
  anchor: "far",
};

/** The far end of the rod or cable and how far it is from the pin; another length moves it along its own line. */
function farEnd(lever: LeverGeometry): { name: PointName; lengthMm: number; at: (mm: number) => Point } | null {
  const { drive, pin } = lever;
  if (drive.kind === "direct") return null;
  const end = drive.kind === "cable" ? drive.anchor : drive.joint;
  const [dx, dz] = [end.xMm - pin.xMm, end.zMm - pin.zMm];
  const lengthMm = Math.hypot(dx, dz);
  const at = (mm: number): Point => ({ xMm: pin.xMm + (dx / lengthMm) * mm, zMm: pin.zMm + (dz / lengthMm) * mm });
  return { name: drive.kind === "cable" ? "anchor" : "joint", lengthMm, at };
}

/** The selected lever in figures: every point of the drawing can be typed here. */
export const PointStrip = memo(function PointStrip({
  setup,
  point,
  currency,
  onPoint,
  onPatch,
  onRemove,
}: PointStripProps) {
  const { lever } = setup;
  const { drive } = lever;
  const move = (name: PointName, at: Point, what: string): void =>
    onPatch({ lever: withPoint(lever, name, at).lever }, `${setup.name}: ${what}`);

  const cross = (key: "knobArmMm" | "pinArmMm", mm: number | undefined, words: string): void =>
    onPatch(
      { lever: { ...lever, cross: { ...lever.cross, [key]: mm } } },
      `${setup.name}: sideways arm of the ${key === "knobArmMm" ? "knob" : "pin"} ${words}`,
    );
  const far = farEnd(lever);

  const cell = (name: PointName, title: string, at: Point, up: string, signUp: 1 | -1) => (
    <StripCell
      key={name}
      title={title}
      of="two"
      current={point === name}
      onFocus={() => onPoint(name)}
      side={
        SURE[name] && (
          <Choice
            label={`how ${title.toLowerCase()} was taken`}
            hideLabel
            small
            value={takenAs(setup, SURE[name])}
            options={TAKEN_NAMES}
            onChange={(word) =>
              onPatch(
                { taken: { ...setup.taken, [SURE[name] ?? ""]: word } },
                `${setup.name}: ${title.toLowerCase()} by ${TAKEN_NAMES[word]}`,
              )
            }
          />
        )
      }
    >
      <QuantityField
        label={up}
        kind="length"
        base={signUp * at.zMm}
        min={-2000}
        max={3000}
        refuse={(base) => withPoint(lever, name, { ...at, zMm: signUp * base }).held ?? undefined}
        onCommit={({ base, typed }) => move(name, { ...at, zMm: signUp * base }, `${title.toLowerCase()} ${typed}`)}
      />
      <QuantityField
        label="forward"
        kind="length"
        base={at.xMm}
        {...boundsOf(resources.setup, "pivot.xMm")}
        refuse={(base) => withPoint(lever, name, { ...at, xMm: base }).held ?? undefined}
        onCommit={({ base, typed }) => move(name, { ...at, xMm: base }, `${title.toLowerCase()} forward ${typed}`)}
      />
    </StripCell>
  );

  return (
    <Strip
      label={`Figures of ${setup.name}`}
      title={setup.role === "old" ? "Old lever" : "Candidate"}
      hint="from the pivot, in neutral; drag the squares or type here"
      acts={
        onRemove && (
          <Button size="small" onClick={onRemove}>
            Remove from the bench
          </Button>
        )
      }
    >
      {cell("knob", "Knob", lever.knob, "above pivot", 1)}
      {cell("pin", "Pin", lever.pin, "below pivot", -1)}
      {drive.kind === "rod" && cell("joint", "Joint", drive.joint, "above pivot", 1)}
      {drive.kind === "arm" && cell("joint", "Joint", drive.joint, "above pivot", 1)}
      {drive.kind === "arm" && cell("armPivot", "Arm pivot", drive.armPivot, "above pivot", 1)}
      {drive.kind === "cable" && cell("anchor", "Cable anchor", drive.anchor, "above pivot", 1)}
      {far && (
        <StripCell
          title={drive.kind === "cable" ? "Pin to anchor" : "Pin to joint"}
          of="two"
          onFocus={() => onPoint(far.name)}
        >
          <QuantityField
            label="length"
            kind="length"
            base={far.lengthMm}
            min={5}
            max={5000}
            refuse={(base) => withPoint(lever, far.name, far.at(base)).held ?? undefined}
            onCommit={({ base, typed }) => move(far.name, far.at(base), `pin to far end ${typed}`)}
          />
        </StripCell>
      )}
      <StripCell title="Sideways arms" of="two">
        {(["knobArmMm", "pinArmMm"] as const).map((key) => (
          <QuantityField
            key={key}
            label={key === "knobArmMm" ? "knob" : "pin"}
            kind="length"
            base={lever.cross[key] ?? null}
            min={1}
            max={key === "knobArmMm" ? 3000 : 2000}
            hint="as drawn"
            onCommit={({ base, typed }) => cross(key, base, typed)}
            onClear={() => cross(key, undefined, "as drawn")}
          />
        ))}
      </StripCell>
      {setup.role === "candidate" && (
        <StripCell title="Claim and price" of="two">
          <PercentField
            label="maker’s claim"
            value={setup.claimedReductionPct}
            {...boundsOf(resources.setup, "claimedReductionPct")}
            unit="% shorter"
            onCommit={(claimedReductionPct) => onPatch({ claimedReductionPct }, `${setup.name}: claim`)}
          />
          <PriceField
            label="price"
            value={setup.price}
            currency={currency}
            onCommit={(price) => onPatch({ price }, `${setup.name}: price`)}
          />
        </StripCell>
      )}
      <StripCell title="Name and origin" of="two wide">
        <TextField
          label="name"
          value={setup.name}
          max={boundsOf(resources.setup, "name").max}
          required
          onCommit={(name) => onPatch({ name }, `Name: ${name}`)}
        />
        <Choice
          label="figures are"
          value={setup.origin}
          options={ORIGINS}
          onChange={(origin) => onPatch({ origin }, `${setup.name}: figures ${ORIGINS[origin]}`)}
        />
      </StripCell>
      {setup.role === "candidate" && !setup.notches && (
        <StripCell title="Notches">
          <Button onClick={() => onPatch({ notches: USUAL_NOTCHES }, `${setup.name}: adjustable`)}>
            It is adjustable
          </Button>
        </StripCell>
      )}
      <DriveCell setup={setup} onPatch={onPatch} />
      <StripCell title="Pivot against the old" of="two">
        <PointFields
          at={setup.pivot}
          up="higher"
          reachMm={500}
          onMove={(pivot, which) => onPatch({ pivot }, `${setup.name}: pivot ${which === "up" ? "height" : "forward"}`)}
        />
      </StripCell>
    </Strip>
  );
});
