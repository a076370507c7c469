import { Fragment } from "react";
import { BENT_MM, formatNumber } from "../../../core";
import { boundsOf, resources } from "../../../contract";
import type { Figure as Measured } from "../../../domain";
import { useUnits } from "../../format/units";
import { Figure, OriginLegend } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Choice } from "../../ui/TextField";
import { Tick } from "../../ui/pictograms";
import { capital } from "../../format/grammar";
import { doubtsAbout, PART_NAMES, SHEET_NAMES } from "./words";
import type { Bench } from "./usePhotoBench";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./photoBench.module.css";

const shape = resources.sheetPhoto;

/** What the picture comes to: lengths and ratios with their interval, the check bar, and what may be doubted. */
export function Ledger({ bench }: { bench: Bench }) {
  const units = useUnits();
  const { live, levers, bar, places, seen } = bench;
  if (!live || !levers) return null;
  const length = (f: Measured | null) =>
    f ? (
      <>
        <td>
          <Figure origin="measured">{units.bare(f.value, "length")}</Figure>
        </td>
        <td className="n q">± {units.bare(f.expanded, "length")}</td>
        <td className="n q">{units.other(f.value, "length")}</td>
      </>
    ) : (
      <td colSpan={3} className="q">
        not clicked yet
      </td>
    );
  const { old, new: fresh, pinRatio, reductionPct, most } = levers;
  const doubts = doubtsAbout(live, seen, places?.notices ?? [], BENT_MM);
  const pct = (v: number, digits = 1): string => `${formatNumber(v, digits)}\u202f%`;
  return (
    <>
      <LedgerTable heads={["lengths, 95 % interval", <>{units.label("length")}</>, "", "also"]}>
        {(["old", "new"] as const).map((part) => (
          <Fragment key={part}>
            <tr className="grp">
              <td colSpan={4} className={part === "old" ? "och" : "teal"}>
                {capital(PART_NAMES[part])}
              </td>
            </tr>
            <tr>
              <td>pin from pivot</td>
              {length(levers[part].pinMm)}
            </tr>
            <tr>
              <td>knob from pivot</td>
              {length(levers[part].knobMm)}
            </tr>
          </Fragment>
        ))}
      </LedgerTable>
      {pinRatio && (
        <LedgerTable className={css.ratios} heads={["ratios", ["old", "och"], ["new", "teal"], "less throw"]}>
          <tr>
            <td>pin, new to old</td>
            <td />
            <td className="tint">
              <Figure origin="calculated">{formatNumber(pinRatio.value, 3)}</Figure>
            </td>
            <td className="n">{pct(100 * (1 - 1 / pinRatio.value))}</td>
          </tr>
          {reductionPct && old.ratio && fresh.ratio && (
            <>
              <tr className="maj">
                <td>knob to pin</td>
                <td>
                  <Figure origin="calculated">{formatNumber(old.ratio.value, 3)}</Figure>
                </td>
                <td className="tint">
                  <Figure origin="calculated">{formatNumber(fresh.ratio.value, 3)}</Figure>
                </td>
                <td className="n">
                  {pct(reductionPct.value)} ± {formatNumber(reductionPct.expanded, 1)}
                </td>
              </tr>
              <tr>
                <td className="q">95 % interval</td>
                <td className="n q">± {formatNumber(old.ratio.expanded, 3)}</td>
                <td className="n q tint">± {formatNumber(fresh.ratio.expanded, 3)}</td>
                <td />
              </tr>
            </>
          )}
        </LedgerTable>
      )}
      {most && reductionPct && (
        <p className={css.note}>
          <b>
            Most of the doubt: {most.name} of the {most.part} lever, {pct(most.sharePct, 0)}.
          </b>{" "}
          Taken again with a calliper, {pct(reductionPct.value)} would be ±{formatNumber(most.expandedByCalliper, 1)}.
        </p>
      )}
      <section className={css.block} aria-label="Check bar">
        <h2 className="hd2">
          Check bar{" "}
          {bar && (
            <span className={`${css.verdict} ${bar.agrees ? "mos" : "bri"}`}>
              {bar.agrees ? (
                <>
                  <Tick /> agrees
                </>
              ) : (
                "does not agree"
              )}
            </span>
          )}
        </h2>
        {bar ? (
          <BarScale
            nominal={bar.measuredMm - bar.differenceMm}
            measured={{ value: bar.measuredMm, expanded: bar.expanded }}
          />
        ) : (
          <p className="lb">{bench.looking ? "Looking for it…" : "Not seen in this picture."}</p>
        )}
        <dl className={css.facts}>
          <div>
            <dt>tilt, up to 40°</dt>
            <dd className="n">{places?.tiltDeg == null ? "not known" : `${formatNumber(places.tiltDeg, 1)}°`}</dd>
          </div>
          <div>
            <dt>camera above sheet</dt>
            <dd className="n">
              {places?.cameraHeightMm == null
                ? "not known"
                : units.show(places.cameraHeightMm, "length", { digits: 0 })}
            </dd>
          </div>
          <div>
            <dt>marks found</dt>
            <dd className="n">
              {seen?.ok ? `${seen.seen.filter(Boolean).length} of 4` : bench.looking ? "looking…" : "none"}
            </dd>
          </div>
        </dl>
      </section>
      <div className={css.fields}>
        <QuantityField
          label="printed bar measures"
          kind="length"
          base={live.barMm}
          {...boundsOf(shape, "barMm")}
          hint="not measured"
          onCommit={({ base }) => bench.update({ barMm: base }, "Printed bar")}
        />
        <NumberField
          label="lens, as on 35 mm film"
          value={live.focal35Mm}
          {...boundsOf(shape, "focal35Mm")}
          unit="mm"
          onCommit={(v) => bench.update({ focal35Mm: v }, "Lens of the picture")}
        />
        {(["old", "new"] as const).map((part) => (
          <QuantityField
            key={part}
            label={`${part} lever above sheet`}
            kind="length"
            base={live.heights[part]}
            {...boundsOf(shape, `heights.${part}`)}
            onCommit={({ base }) =>
              bench.update({ heights: { ...live.heights, [part]: base } }, `Height of the ${part} lever`)
            }
          />
        ))}
        <Choice
          label="front of the levers, knob up"
          value={live.front}
          options={{ left: "to the left", right: "to the right" }}
          onChange={(front) => bench.update({ front }, "Front of the levers")}
        />
        <Choice
          label="sheet"
          value={live.sheet}
          options={SHEET_NAMES}
          onChange={(sheet) => bench.update({ sheet }, "Kind of sheet")}
        />
      </div>
      {doubts.length > 0 && (
        <ul className={css.doubts}>
          {doubts.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </ul>
      )}
      <OriginLegend only={["measured", "calculated"]} />
    </>
  );
}

/** The bar as printed and as the picture has it, on a scale of its own. */
function BarScale({ nominal, measured }: { nominal: number; measured: Measured }) {
  const units = useUnits();
  const { value, expanded } = measured;
  const reach = Math.max(1, Math.ceil(Math.abs(value - nominal) + expanded));
  const x = (v: number): number => 184 + ((v - nominal) / reach) * 176;
  return (
    <>
      <p>
        <span className="n">{units.show(nominal, "length")}</span> reads{" "}
        <b className="n">{units.show(value, "length")}</b> <span className="n">± {units.bare(expanded, "length")}</span>
      </p>
      <svg viewBox="0 0 368 42" className={css.scale} aria-hidden="true">
        {Array.from({ length: 21 }, (_, i) => (
          <path key={i} d={`M${8 + i * 17.6} 20v${i % 10 === 0 ? 8 : i % 5 === 0 ? 5 : 3}`} />
        ))}
        <path d="M8 20H360" />
        <path d={`M${x(value - expanded)} 10H${x(value + expanded)}`} className={css.interval} />
        <path d={`M${x(value)} 19l-5.500 -10h11z`} className={css.pointer} />
        <path d="M184 0V28" className={css.nominal} />
        {[-1, 0, 1].map((i) => (
          <text key={i} x={184 + i * 170} y="41" textAnchor="middle" className="n">
            {units.bare(nominal + (i * reach * 170) / 176, "length")}
          </text>
        ))}
      </svg>
    </>
  );
}
