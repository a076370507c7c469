import { Button } from "antd";
import { useMemo, useState } from "react";
import { designedLever, formatNumber, type DesignCell } from "../../../core";
import { boundsOf, designInput } from "../../../contract";
import {
  answerOf,
  DEFAULT_LIMITS,
  mapInput,
  NO_OBSTACLES,
  nextPosition,
  solveBench,
  USUAL_WISH,
  type BenchSetup,
  type Wish,
} from "../../../domain";
import type { StageProps } from "../../data/stage";
import { useUnits } from "../../format/units";
import { Answer } from "../../ui/Answer";
import { Figure } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Empty } from "../../ui/states";
import { useTask } from "../../worker";
import { DesignMap, type OnMap } from "./Map";
import { REGION, wishSentence } from "./words";
import css from "./findLever.module.css";

/** Says what is wanted of a lever, shows what this vehicle allows, and makes the lever that would do. */
export function FindLever({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const { vehicle, setup, job } = view;
  const units = useUnits();
  const old = setup.find((s) => s.role === "old") as BenchSetup | undefined;
  const { gearbox } = vehicle;
  const surroundings = vehicle.surroundings ?? NO_OBSTACLES;
  const wish: Wish = job.wish ?? USUAL_WISH;
  const setWish = (next: Wish): void => edit.update("job", job, { wish: next }, "Wish for the lever");
  const asked = useMemo(
    () => (gearbox && old ? mapInput(gearbox, old, surroundings, wish) : null),
    [gearbox, old, surroundings, wish],
  );
  const task = useTask("design", asked);
  const [picked, setPicked] = useState<{ pinMm: number; targetPct: number } | null>(null);
  const answer = task.last;
  const said = useMemo(() => answer && answerOf(answer, wish), [answer, wish]);
  const chosen: DesignCell | null =
    (picked && answer?.cells.find((c) => c.pinMm === picked.pinMm && c.targetPct === picked.targetPct)) ??
    said?.best ??
    said?.most ??
    null;
  if (!gearbox || !old) {
    return (
      <>
        <Answer acts={tabs}>
          <b>Enter the gearbox and the old lever first.</b> The lever that would do is found against it.
        </Answer>
        <Empty title="Nothing to search from yet">Type or drag the old lever on the throw bench.</Empty>
      </>
    );
  }
  const candidates = setup.filter((s) => s.role === "candidate" && s.origin !== "missing");
  const solved = solveBench(gearbox, [old, ...(candidates as BenchSetup[])], DEFAULT_LIMITS);
  const others = candidates.flatMap((s, i): OnMap[] => {
    const pct = solved.compared?.find((c) => c.name === s.id)?.reductionPct;
    return pct === null || pct === undefined
      ? []
      : [{ number: i + 1, pinMm: s.lever.pin.zMm, reductionPct: pct, name: s.name }];
  });
  const use = (): void => {
    if (!asked || chosen?.scale == null) return;
    const lever = designedLever(asked, chosen.pinMm, chosen.scale);
    const name = `Made to measure, ${formatNumber(chosen.targetPct, 0)} %`;
    edit.create(
      "setup",
      { jobId: job.id, role: "candidate", name, lever, origin: "calculated", position: nextPosition(setup) },
      `Lever found: ${name}`,
    );
  };
  const limit = <K extends keyof Wish["limits"]>(key: K, value: number): void =>
    setWish({ ...wish, limits: { ...wish.limits, [key]: value } });
  const sentence = said && wishSentence(wish.reductionPct, said, units);
  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            <Button type="primary" disabled={!chosen?.pass} onClick={use}>
              Put it on the bench
            </Button>
          </>
        }
      >
        {sentence ? (
          <>
            <b>{sentence.lead}</b> {sentence.rest}
          </>
        ) : (
          <b>{task.result.state === "refused" ? "The map could not be calculated." : "Trying levers…"}</b>
        )}
      </Answer>
      <div className={css.page}>
        <div>
          <div className={css.wish}>
            <NumberField
              label="wish, shorter by"
              value={wish.reductionPct}
              {...boundsOf(designInput, "targetsPct[]")}
              unit="%"
              onCommit={(v) => {
                setPicked(null);
                setWish({ ...wish, reductionPct: v ?? USUAL_WISH.reductionPct });
              }}
            />
            <NumberField
              label="effort, at most"
              value={wish.limits.maxEffortFactor}
              {...boundsOf(designInput, "limits.maxEffortFactor")}
              unit="times"
              onCommit={(v) => limit("maxEffortFactor", v ?? USUAL_WISH.limits.maxEffortFactor)}
            />
            {(
              [
                ["minGapMm", "gap, at least"],
                ["maxKnobShiftMm", "knob up or down, within"],
                ["minThrowMm", "throw, at least"],
              ] as const
            ).map(([key, label]) => (
              <QuantityField
                key={key}
                label={label}
                kind="length"
                base={wish.limits[key]}
                {...boundsOf(designInput, `limits.${key}`)}
                onCommit={({ base }) => limit(key, base)}
              />
            ))}
          </div>
          {answer && (
            <DesignMap
              answer={answer}
              oldPinMm={old.lever.pin.zMm}
              wishPct={wish.reductionPct}
              chosen={chosen}
              others={others}
              onChoose={(pinMm, targetPct) => setPicked({ pinMm, targetPct })}
            />
          )}
        </div>
        <aside className="sect" aria-label="The lever chosen on the map">
          {chosen && <Chosen cell={chosen} old={old} wish={wish} />}
          {others.length > 0 && (
            <>
              <h2 className="hd2" style={{ marginTop: 16 }}>
                On the bench
              </h2>
              <ul className="lined">
                {others.map((o) => (
                  <li key={o.number} className="row-flex">
                    <b className="n">{o.number}</b> {o.name}
                    <span className="n push">
                      {formatNumber(o.reductionPct, 0)}
                      {"\u202f%"}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
          <p className="lb" style={{ marginTop: 14 }}>
            Calculated from the old lever’s figures, without friction. Whoever makes the lever answers for its strength;
            a changed lever may need local approval.
          </p>
        </aside>
      </div>
    </>
  );
}

/** The lever under the square, against the old one and its limits. */
function Chosen({ cell, old, wish }: { cell: DesignCell; old: BenchSetup; wish: Wish }) {
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
  return (
    <>
      <h2 className="hd2">
        {formatNumber(cell.targetPct, 0)}
        {"\u202f% shorter "}
        <span className={cell.pass ? "mos" : css.closed}>
          {cell.pass ? "passes" : cell.breaks.map((b) => REGION[b]).join(", ")}
        </span>
      </h2>
      <table className="ledger">
        <thead>
          <tr>
            <th />
            <th className="och">old</th>
            <th className="teal">this lever</th>
            <th>limit</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, was, now, to]) => (
            <tr key={name}>
              <td>{name}</td>
              <td className="n">{was}</td>
              <td>
                <Figure origin="calculated">{now}</Figure>
              </td>
              <td className="q">{to}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
