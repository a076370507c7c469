import { useMemo } from "react";
import { count } from "../../format/words";
import { Press } from "../../ui/Press";
import { FROM_BELOW, placeOn } from "./places";
import css from "./sheets.module.css";

/** Values of one place, as marks beside its name. */
export interface PlaceCount {
  name: string;
  number: number;
  values: readonly ("known" | "missing" | "conflict")[];
}

/** The places that values name, in the order they are met; what names none comes last. */
export function usePlaces<T>(
  values: readonly T[],
  placeOf: (value: T) => string,
  stateOfValue: (value: T) => "known" | "missing" | "conflict",
): PlaceCount[] {
  return useMemo(() => {
    const found = new Map<string, PlaceCount["values"][number][]>();
    for (const v of values) {
      const name = placeOf(v).trim();
      found.set(name, [...(found.get(name) ?? []), stateOfValue(v)]);
    }
    const named = [...found].filter(([name]) => name);
    const rest = found.get("");
    return [
      ...named.map(([name, own], i) => ({ name, number: i + 1, values: own })),
      ...(rest ? [{ name: "", number: 0, values: rest }] : []),
    ];
  }, [values, placeOf, stateOfValue]);
}

const worst = (values: PlaceCount["values"]): "known" | "missing" | "conflict" =>
  values.includes("missing") ? "missing" : values.includes("conflict") ? "conflict" : "known";

/** The vehicle from below with its numbered places, and the list of them; a place chosen shows its values only. */
export function FromBelow({
  layout,
  places,
  chosen,
  onChoose,
}: {
  layout: "northSouth" | "eastWest";
  places: readonly PlaceCount[];
  chosen: string | null;
  onChoose: (name: string | null) => void;
}) {
  const pick = (name: string): void => onChoose(chosen === name ? null : name);
  return (
    <>
      <svg
        className={css.below}
        viewBox={`0 0 ${FROM_BELOW.width} ${FROM_BELOW.height}`}
        role="group"
        aria-label="Vehicle from below"
      >
        <Underside layout={layout} />
        {places.map((p) => {
          const at = p.name ? placeOn(layout, p.name) : null;
          if (!at) return null;
          return (
            <g
              key={p.name}
              className={`${css.place} ${worst(p.values)}${chosen === p.name ? " cur" : ""}`}
              transform={`translate(${at.x} ${at.y})`}
              role="button"
              tabIndex={0}
              aria-pressed={chosen === p.name}
              aria-label={`${p.name}, ${count(p.values.length, "value")}`}
              onClick={() => pick(p.name)}
              onKeyDown={(e) => {
                if (e.key !== "Enter" && e.key !== " ") return;
                e.preventDefault();
                pick(p.name);
              }}
            >
              <circle r="16" fill="transparent" />
              <circle r="10.5" className={css.disc} />
              <text textAnchor="middle" y="4.5">
                {p.number}
              </text>
            </g>
          );
        })}
      </svg>
      <ol className={css.places}>
        {places.map((p) => (
          <li key={p.name || "none"}>
            <Press
              className={chosen === p.name ? css.cur : undefined}
              aria-pressed={chosen === p.name}
              onClick={() => pick(p.name)}
            >
              <PlaceNumber number={p.number} drawn={placeOn(layout, p.name) !== null} />
              <span>{p.name || "No place given"}</span>
              <Marks values={p.values} />
              <span className="n">{p.values.length}</span>
            </Press>
          </li>
        ))}
      </ol>
    </>
  );
}

/** One stroke a value; dashed where it is missing, doubled where sources disagree. */
function Marks({ values }: { values: PlaceCount["values"] }) {
  const shown = values.slice(0, 9);
  return (
    <svg width="60" height="14" viewBox="0 0 60 14" aria-hidden="true">
      {shown.map((v, i) => (
        <g key={i} transform={`translate(${3 + i * 6.5} 0)`}>
          {v === "missing" ? (
            <path d="M0 2v10" stroke="var(--brick)" strokeWidth="1.6" strokeDasharray="2.4 1.6" />
          ) : v === "conflict" ? (
            <path d="M-1 2v10M1.4 2v10" stroke="var(--ochre)" strokeWidth="1.5" />
          ) : (
            <path d="M0 3v8" stroke="var(--edge)" strokeWidth="1.3" />
          )}
        </g>
      ))}
    </svg>
  );
}

/** Body, wheels, engine and gearbox in thin lines. */
function Underside({ layout }: { layout: "northSouth" | "eastWest" }) {
  return (
    <g className={css.under} aria-hidden="true">
      <path d="M48 330V70q0-40 60-52h64q60 12 60 52v260" />
      <path d="M40 330l8 8 8-8 8 8M216 330l8 8 8-8 8 8" />
      <rect x="54" y="74" width="20" height="62" rx="7" />
      <rect x="206" y="74" width="20" height="62" rx="7" />
      <path d="M64 106h152M86 158h108l-14 26H100z" />
      {layout === "eastWest" ? (
        <>
          <rect x="84" y="56" width="66" height="54" rx="5" />
          <path d="M150 60h40l14 14v26l-14 10h-40z" />
          <path d="M156 200q-6 40-10 60M168 92q20 60-8 170" />
          <path d="M104 112v210" />
          <text x="98" y="86">
            engine
          </text>
        </>
      ) : (
        <>
          <rect x="112" y="52" width="52" height="80" rx="5" />
          <path d="M118 132h40l-8 84h-24z" />
          <path d="M84 234h108v8H84z" />
          <path d="M134 242v80M142 242v80M176 132v190" />
          <text x="120" y="86">
            engine
          </text>
        </>
      )}
      <path d="M30 86V50m-4 8l4-9 4 9" />
      <text x="18" y="102">
        front
      </text>
      <text x="8" y="200">
        right
      </text>
      <text x="246" y="200">
        left
      </text>
    </g>
  );
}

/** The number of a place; dashed where the drawing does not have it. */
export const PlaceNumber = ({ number, drawn = number > 0 }: { number: number; drawn?: boolean }) => (
  <i className={drawn ? css.no : `${css.no} ${css.nil}`}>{number || ""}</i>
);
