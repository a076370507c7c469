import { Button } from "antd";
import { addressOf } from "../../../contract";
import { formatNumber, type DesignCell, type Gearbox, type LeverGeometry } from "../../../core";
import { isGuessed, onSpacer, type BenchSetup, type Surroundings, type Wish } from "../../../domain";
import { useUnits } from "../../format/units";
import { Figure } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { REGION } from "./words";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./findLever.module.css";

/** Most that is put under a pivot, mm. */
const MOST_SPACER_MM = 60;

const hundredths = (mm: number): number => Math.round(mm * 100) / 100;

/** The lever under the square: against the old one and its limits, on a spacer, and out as a drawing. */
export function Chosen({
  cell,
  lever,
  old,
  gearbox,
  surroundings,
  wish,
  name,
  spacerMm,
  onSpacerMm,
}: {
  cell: DesignCell;
  lever: LeverGeometry | null;
  old: BenchSetup;
  gearbox: Gearbox;
  surroundings: Surroundings;
  wish: Wish;
  name: string;
  spacerMm: number;
  onSpacerMm: (mm: number) => void;
}) {
  const units = useUnits();
  const { limits } = wish;
  const length = (mm: number | null): string => (mm === null ? "none" : units.show(mm, "length"));
  const rows: [name: string, old: string, now: string, limit: string][] = [
    ["pin from pivot, up or down", length(Math.abs(old.lever.pin.zMm)), length(Math.abs(cell.pinMm)), ""],
    ["knob from pivot", length(Math.hypot(old.lever.knob.xMm, old.lever.knob.zMm)), length(cell.knobMm), ""],
    ["knob higher by", "", length(cell.knobShift?.upMm ?? null), `within ${length(limits.maxKnobShiftMm)}`],
    ["shortest throw", "", length(cell.throwMm), `at least ${length(limits.minThrowMm)}`],
    [
      "effort, times",
      "1.00",
      cell.effortFactor === null ? "none" : formatNumber(cell.effortFactor, 2),
      `up to ${formatNumber(limits.maxEffortFactor, 2)}`,
    ],
    [
      cell.obstacle ? `gap to the ${cell.obstacle}` : "gap",
      "",
      cell.gapMm === null ? "nothing near" : length(cell.gapMm),
      `at least ${length(limits.minGapMm)}`,
    ],
  ];
  const raised = lever && spacerMm > 0 ? onSpacer(gearbox, { ...old, lever }, surroundings, spacerMm) : null;
  const up = (cell.knobShift?.upMm ?? 0) + spacerMm;
  const out = (as: "pdf" | "dxf" | "svg"): string =>
    lever
      ? addressOf(
          "leverDrawing",
          {},
          {
            as,
            name: name.slice(0, 60),
            ...(isGuessed(old) && { estimated: "yes" as const }),
            knobXMm: hundredths(lever.knob.xMm),
            knobZMm: hundredths(lever.knob.zMm),
            pinXMm: hundredths(lever.pin.xMm),
            pinZMm: hundredths(lever.pin.zMm),
          },
        )
      : "";
  return (
    <>
      <h2 className="hd2">
        {formatNumber(cell.targetPct, Number.isInteger(cell.targetPct) ? 0 : 1)}
        {"\u202f% shorter "}
        <span className={cell.pass ? "mos" : css.closed}>
          {cell.pass ? "passes" : cell.breaks.map((b) => REGION[b]).join(", ")}
        </span>
      </h2>
      <LedgerTable heads={["", ["old", "och"], ["this lever", "teal"], "limit"]}>
        {rows.map(([row, was, now, to]) => (
          <tr key={row}>
            <td>{row}</td>
            <td className="n">{was}</td>
            <td>
              <Figure origin="calculated">{now}</Figure>
            </td>
            <td className="q">{to}</td>
          </tr>
        ))}
      </LedgerTable>
      <div className={css.spacer}>
        <NumberField
          label="spacer under the pivot"
          value={spacerMm}
          min={0}
          max={MOST_SPACER_MM}
          unit="mm"
          onCommit={(v) => onSpacerMm(v ?? 0)}
        />
        <p>
          {spacerMm === 0
            ? "A spacer lifts the whole lever: the pin clears more, the knob comes higher."
            : `With it: ${raised ? `gap ${length(raised.gapMm)} to the ${raised.obstacle}` : "nothing near"}, knob ${length(Math.abs(up))} ${up >= 0 ? "higher" : "lower"} than the old one. The rod is set anew.`}
        </p>
      </div>
      {lever && (
        <div className="row-flex">
          <Button href={out("pdf")} download>
            Drawing PDF
          </Button>
          <Button href={out("dxf")} download>
            DXF
          </Button>
          <Button href={out("svg")} download>
            SVG
          </Button>
        </div>
      )}
    </>
  );
}
