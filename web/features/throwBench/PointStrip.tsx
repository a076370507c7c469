import { boundsOf, resources } from "../../../contract";
import { memo } from "react";
import { Button } from "antd";
import type { Drive, LeverGeometry, Point } from "../../../core";
import { SHIFTER_NAMES } from "../../format/words";
import { QuantityField } from "../../ui/QuantityField";
import { Choice, TextField } from "../../ui/TextField";
import { PercentField, PriceField } from "../../ui/NumberField";
import { USUAL_NOTCHES } from "./NotchStrip";
import { withPoint, type BenchSetup, type PointName } from "../../../domain";

export type SetupPatch = Partial<Omit<BenchSetup, "id">>;

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

/** A drive of another kind, placed where the present one ends. */
function driveOf(kind: Drive["kind"], lever: LeverGeometry): Drive {
  const { drive, pin } = lever;
  const far: Point =
    drive.kind === "rod" || drive.kind === "arm"
      ? drive.joint
      : drive.kind === "cable"
        ? drive.anchor
        : { xMm: pin.xMm + 380, zMm: pin.zMm };
  const axisDeg = drive.kind === "direct" || drive.kind === "rod" ? drive.axisDeg : 0;
  switch (kind) {
    case "direct":
      return { kind, axisDeg };
    case "rod":
      return { kind, joint: far, axisDeg };
    case "arm":
      return { kind, joint: far, armPivot: { xMm: far.xMm, zMm: far.zMm - 50 } };
    case "cable":
      return { kind, anchor: far, ratio: 1 };
  }
}

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

/** The drive each lever had of each kind: a look at another kind and back loses no joint. */
const remembered = new Map<string, Drive>();

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
    <div key={name} className={`pcell${point === name ? " cur" : ""}`} onFocus={() => onPoint(name)}>
      <h3 className="hd2">{title}</h3>
      <div className="two">
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
      </div>
    </div>
  );

  return (
    <section className="points" aria-label={`Figures of ${setup.name}`}>
      <div className="points-head">
        <h2 className="hd2">{setup.role === "old" ? "Old lever" : "Candidate"}</h2>
        <p className="lb">from the pivot, in neutral; drag the squares or type here</p>
        {onRemove && (
          <div>
            <Button size="small" onClick={onRemove}>
              Remove from the bench
            </Button>
          </div>
        )}
      </div>
      <div className="points-cells">
        {cell("knob", "Knob", lever.knob, "above pivot", 1)}
        {cell("pin", "Pin", lever.pin, "below pivot", -1)}
        {drive.kind === "rod" && cell("joint", "Joint", drive.joint, "above pivot", 1)}
        {drive.kind === "arm" && cell("joint", "Joint", drive.joint, "above pivot", 1)}
        {drive.kind === "arm" && cell("armPivot", "Arm pivot", drive.armPivot, "above pivot", 1)}
        {drive.kind === "cable" && cell("anchor", "Cable anchor", drive.anchor, "above pivot", 1)}
        {far && (
          <div className="pcell" onFocus={() => onPoint(far.name)}>
            <h3 className="hd2">{drive.kind === "cable" ? "Pin to anchor" : "Pin to joint"}</h3>
            <div className="two">
              <QuantityField
                label="length"
                kind="length"
                base={far.lengthMm}
                min={5}
                max={5000}
                refuse={(base) => withPoint(lever, far.name, far.at(base)).held ?? undefined}
                onCommit={({ base, typed }) => move(far.name, far.at(base), `pin to far end ${typed}`)}
              />
            </div>
          </div>
        )}
        <div className="pcell">
          <h3 className="hd2">Sideways arms</h3>
          <div className="two">
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
          </div>
        </div>
        {setup.role === "candidate" && (
          <div className="pcell">
            <h3 className="hd2">Claim and price</h3>
            <div className="two">
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
            </div>
          </div>
        )}
        <div className="pcell">
          <h3 className="hd2">Name and origin</h3>
          <div className="two wide">
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
          </div>
        </div>
        {setup.role === "candidate" && !setup.notches && (
          <div className="pcell">
            <h3 className="hd2">Notches</h3>
            <Button onClick={() => onPatch({ notches: USUAL_NOTCHES }, `${setup.name}: adjustable`)}>
              It is adjustable
            </Button>
          </div>
        )}
        <div className="pcell">
          <h3 className="hd2">Drive</h3>
          <div className="two wide">
            <Choice
              label="kind"
              value={drive.kind}
              options={SHIFTER_NAMES}
              onChange={(kind) => {
                remembered.set(`${setup.id}/${drive.kind}`, drive);
                const next = remembered.get(`${setup.id}/${kind}`) ?? driveOf(kind, lever);
                onPatch({ lever: { ...lever, drive: next } }, `${setup.name}: ${SHIFTER_NAMES[kind]}`);
              }}
            />
            {(drive.kind === "direct" || drive.kind === "rod") && (
              <QuantityField
                label="axis rises"
                kind="angle"
                base={drive.axisDeg}
                {...boundsOf(resources.setup, "lever.drive.axisDeg")}
                onCommit={({ base }) =>
                  onPatch({ lever: { ...lever, drive: { ...drive, axisDeg: base } } }, `${setup.name}: axis`)
                }
              />
            )}
            {drive.kind === "cable" && (
              <PercentField
                label="cable per mm of travel"
                value={drive.ratio}
                {...boundsOf(resources.setup, "lever.drive.ratio")}
                unit=""
                onCommit={(ratio) =>
                  ratio !== null &&
                  onPatch({ lever: { ...lever, drive: { ...drive, ratio } } }, `${setup.name}: cable ratio`)
                }
              />
            )}
          </div>
        </div>
        <div className="pcell">
          <h3 className="hd2">Pivot against the old</h3>
          <div className="two">
            <QuantityField
              label="higher"
              kind="length"
              base={setup.pivot.zMm}
              min={-500}
              max={500}
              onCommit={({ base }) => onPatch({ pivot: { ...setup.pivot, zMm: base } }, `${setup.name}: pivot height`)}
            />
            <QuantityField
              label="forward"
              kind="length"
              base={setup.pivot.xMm}
              min={-500}
              max={500}
              onCommit={({ base }) => onPatch({ pivot: { ...setup.pivot, xMm: base } }, `${setup.name}: pivot forward`)}
            />
          </div>
        </div>
      </div>
    </section>
  );
});
