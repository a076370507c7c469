import { ticks } from "d3-array";
import type { Sheet, SpecLine, Vehicle } from "../../../contract";
import { dateText } from "../../format/words";
import css from "./sheets.module.css";

const WIDTH = 132;

/** A date or month as a year with its part. */
function yearOf(text: string, end: boolean): number {
  const [y, m = end ? 12 : 1, d = 0] = text.split("-").map(Number);
  return y + (m - 1) / 12 + (d ? d / 366 : end ? 1 / 12 : 0);
}

/** From the first to the last year that a sheet, its lines and a vehicle name; some years where none is named. */
export function yearsOf(sheet: Sheet, lines: readonly SpecLine[], vehicle: Vehicle | null): readonly [number, number] {
  const named = [
    ...[sheet, ...lines].flatMap((l) => [
      ...(l.builtFrom ? [yearOf(l.builtFrom, false)] : []),
      ...(l.builtTo ? [yearOf(l.builtTo, true)] : []),
    ]),
    ...(vehicle?.buildDate ? [yearOf(vehicle.buildDate, false)] : []),
  ];
  if (!named.length) return [2000, 2025];
  const [least, most] = [Math.floor(Math.min(...named)), Math.ceil(Math.max(...named))];
  return most - least < 4 ? [least - 1, least + 4] : [least, most];
}

const xOf = ([from, to]: readonly [number, number], year: number): number =>
  Math.min(WIDTH, Math.max(0, ((year - from) / (to - from)) * WIDTH));

/** Years over the bars, and a pointer where the vehicle was built. */
export function BuildScale({ years, vehicle }: { years: readonly [number, number]; vehicle: Vehicle | null }) {
  const marks = ticks(years[0], years[1], 3).filter((y) => Number.isInteger(y));
  const at = vehicle?.buildDate ? xOf(years, yearOf(vehicle.buildDate, false)) : null;
  return (
    <div className={css.scale}>
      <span>
        {vehicle && <b className="n teal">{vehicle.tag}</b>}{" "}
        <span className="lb">
          {vehicle ? (vehicle.buildDate ? `built ${dateText(vehicle.buildDate)}` : "build date not entered") : "number"}
        </span>
      </span>
      <svg viewBox={`-14 0 ${WIDTH + 28} 34`} width={WIDTH + 28} height="34" aria-hidden="true">
        <path d={`M0 26H${WIDTH}`} stroke="var(--edge)" />
        {marks.map((y) => (
          <g key={y}>
            <path d={`M${xOf(years, y)} 26v-6`} stroke="var(--edge)" />
            <text x={xOf(years, y)} y="14" textAnchor="middle" className={css.year}>
              {y}
            </text>
          </g>
        ))}
        {at !== null && <path d={`M${at - 6} 34h12l-6-9z`} fill="var(--teal)" />}
      </svg>
    </div>
  );
}

/** From when to when a part is for: filled where it fits, hatched where it is wrong, dashed where it is no longer sold. */
export function BuiltBar({
  line,
  years,
  tone,
}: {
  line: Pick<SpecLine, "builtFrom" | "builtTo">;
  years: readonly [number, number];
  tone: "old" | "wrong" | "find" | "fits";
}) {
  const x0 = line.builtFrom ? xOf(years, yearOf(line.builtFrom, false)) : 0;
  const x1 = line.builtTo ? xOf(years, yearOf(line.builtTo, true)) : WIDTH;
  return (
    <svg viewBox={`-14 0 ${WIDTH + 28} 12`} width={WIDTH + 28} height="12" aria-hidden="true">
      {tone === "wrong" && (
        <defs>
          <pattern id="wrongDates" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0v4" stroke="var(--brick)" strokeWidth="1.8" />
          </pattern>
        </defs>
      )}
      <rect x={x0} y="2" width={Math.max(3, x1 - x0)} height="8" className={css[`bar-${tone}`]} />
    </svg>
  );
}
