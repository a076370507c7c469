import { boundsOf, notchInput, compareInput } from "../../../contract";
import { Button } from "antd";
import type { ClearanceAnswer, Obstacle, Point } from "../../../core";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { QuantityField } from "../../ui/QuantityField";
import { TextField } from "../../ui/TextField";
import { gripsOf, withGrip, type Surroundings } from "../../../domain";
import { Strip, StripCell } from "../../ui/Strip";
import { PointFields } from "./PointFields";
import { ShapeFields } from "../../ui/ShapeFields";
import css from "./throwBench.module.css";

/** One thing near the lever in figures, and how thick the lever is: everything the drawing shows can be typed. */
export function ObstacleStrip({
  surroundings,
  obstacle,
  clearance,
  onChange,
  onRemove,
}: {
  surroundings: Surroundings;
  obstacle: Obstacle;
  /** Gaps of the lever in hand, gear by gear. */
  clearance: ClearanceAnswer | null;
  onChange: (next: Surroundings, label: string, name?: string) => void;
  onRemove: () => void;
}) {
  const units = useUnits();
  const replace = (next: Obstacle, what: string): void =>
    onChange(
      { ...surroundings, obstacles: surroundings.obstacles.map((o) => (o.name === obstacle.name ? next : o)) },
      `${obstacle.name}: ${what}`,
      next.name,
    );
  const others = surroundings.obstacles.filter((o) => o.name !== obstacle.name).map((o) => o.name);
  const cell = (key: string, words: string, at: Point) => (
    <StripCell key={key} title={words} of="two">
      <PointFields
        at={at}
        up="above pivot"
        reachMm={4900}
        onMove={(to, which, typed) => replace(withGrip(obstacle, key, to), `${words} ${typed} ${which}`)}
      />
    </StripCell>
  );
  const body = (key: keyof Surroundings["body"], label: string) => (
    <QuantityField
      label={label}
      kind="length"
      base={surroundings.body[key]}
      min={0}
      max={200}
      onCommit={({ base, typed }) =>
        onChange({ ...surroundings, body: { ...surroundings.body, [key]: base } }, `Lever, ${label}: ${typed}`)
      }
    />
  );
  return (
    <Strip
      label={`Figures of ${obstacle.name}`}
      title="Near the lever"
      hint="from the old lever’s pivot; drag it or type here. An obstacle to the side is farther than shown."
      acts={
        <Button size="small" onClick={onRemove}>
          Remove it
        </Button>
      }
    >
      <StripCell title="What it is" of="two wide">
        <TextField
          whileTyping={false}
          label="name"
          value={obstacle.name}
          required
          max={boundsOf(compareInput, "setups[].name").max}
          check={(name) => (others.includes(name) ? "this name is taken" : undefined)}
          onCommit={(name) => replace({ ...obstacle, name }, `named ${name}`)}
        />
        {obstacle.kind !== "polygon" && (
          <ShapeFields
            shape={notchInput}
            within="obstacles[]"
            value={obstacle}
            fields={[
              obstacle.kind === "circle"
                ? { at: "radiusMm", label: "radius", kind: "length" }
                : { at: "halfWidthMm", label: "half width", kind: "length" },
            ]}
            onChange={(patch, what, typed) => replace({ ...obstacle, ...patch } as Obstacle, `${what} ${typed}`)}
          />
        )}
        {obstacle.kind === "polygon" && obstacle.points.length < 12 && (
          <Button
            onClick={() => {
              const { points } = obstacle;
              const [a, b] = [points[points.length - 1], points[0]];
              const middle = { xMm: (a.xMm + b.xMm) / 2, zMm: (a.zMm + b.zMm) / 2 };
              replace({ ...obstacle, points: [...points, middle] }, "one corner more");
            }}
          >
            One corner more
          </Button>
        )}
      </StripCell>
      {gripsOf(obstacle).map(({ key, at, words }) => cell(key, words, at))}
      {clearance && (
        <StripCell title={`Gap in each position, ${units.label("length")}`}>
          <ul className={css.geargaps}>
            {clearance.gears.map((g) => {
              const gap = g.gaps.find((x) => x.obstacle === obstacle.name);
              return (
                <li key={g.gear}>
                  <span className="lb">{gearShort(g.gear)}</span>{" "}
                  <span className={gap?.touches ? "n brk" : "n"}>
                    {gap ? units.bare(gap.gapMm, "length") : "not reached"}
                  </span>
                </li>
              );
            })}
          </ul>
        </StripCell>
      )}
      <StripCell title="The lever’s own thickness" of="four">
        {body("shaftRadiusMm", "shaft, radius")}
        {body("knobRadiusMm", "knob, radius")}
        {body("tailRadiusMm", "tail, radius")}
        {body("stubMm", "tail past the pin")}
      </StripCell>
    </Strip>
  );
}
