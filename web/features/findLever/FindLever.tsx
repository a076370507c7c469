import { Button } from "antd";
import { useMemo, useState } from "react";
import { designedLever, formatNumber, type DesignCell, type LeverGeometry } from "../../../core";
import { boundsOf, designInput } from "../../../contract";
import {
  DEFAULT_LIMITS,
  mapInput,
  isKnown,
  nearestKit,
  NO_OBSTACLES,
  nextPosition,
  onMarket,
  solveBench,
  isGuessed,
  mainPair,
  throwOfOld,
  USUAL_WISH,
  type BenchSetup,
  type OnMarket,
  type Wish,
} from "../../../domain";
import type { StageProps } from "../../data/stage";
import { useUnits } from "../../format/units";
import { Answer } from "../../ui/Answer";
import { OriginMark } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Empty, TourLink } from "../../ui/states";
import { useTask } from "../../worker";
import { useKits } from "../../data/useTemplates";
import { Chosen } from "./Chosen";
import { Kits } from "./Kits";
import { LeverDrawing } from "./LeverDrawing";
import { DesignMap, type OnMap } from "./Map";
import { wishSentence } from "./words";
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
    () => (gearbox && old ? { map: mapInput(gearbox, old, surroundings, wish), wish } : null),
    [gearbox, old, surroundings, wish],
  );
  const task = useTask("wish", asked);
  const [picked, setPicked] = useState<{ pinMm: number; targetPct: number } | null>(null);
  const [spacerMm, setSpacerMm] = useState(0);
  const listed = useKits();
  // A line that has no measures yet is no lever to try.
  const kits = useMemo(() => listed.filter(isKnown), [listed]);
  const market = useMemo(
    () => (gearbox && old ? onMarket(gearbox, old, kits, wish, surroundings) : []),
    [gearbox, old, kits, wish, surroundings],
  );
  const nearest = nearestKit(market, wish.reductionPct);
  const said = task.last;
  const answer = said?.map;
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
        <Empty title="Nothing to search from yet" acts={<TourLink />}>
          Type or drag the old lever on the throw bench.
        </Empty>
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
  const bought = market.flatMap((k, i): OnMap[] =>
    k.reductionPct === null
      ? []
      : [
          {
            number: others.length + 1 + i,
            pinMm: k.kit.pin.zMm,
            reductionPct: k.reductionPct,
            name: k.kit.name,
            passes: !k.breaks.length,
          },
        ],
  );
  const lever: LeverGeometry | null =
    asked && chosen?.scale != null ? designedLever(asked.map, chosen.pinMm, chosen.scale) : null;
  const name = chosen
    ? `Made to measure, ${formatNumber(chosen.targetPct, Number.isInteger(chosen.targetPct) ? 0 : 1)} %`
    : "";
  const use = (): void => {
    if (!lever) return;
    edit.create(
      "setup",
      {
        jobId: job.id,
        role: "candidate",
        name,
        lever,
        // What is calculated from an estimate is one.
        origin: isGuessed(old) ? "estimated" : "calculated",
        position: nextPosition(setup),
      },
      `Lever found: ${name}`,
    );
  };
  const useKit = ({ kit, setup: own }: OnMarket): void => {
    edit.create(
      "setup",
      {
        jobId: job.id,
        role: "candidate",
        name: kit.name,
        lever: own.lever,
        origin: kit.origin,
        claimedReductionPct: kit.claimedReductionPct,
        price: kit.price,
        source: kit.source || kit.maker,
        maker: kit.maker,
        number: kit.number,
        position: nextPosition(setup),
      },
      `${kit.name} on the bench`,
    );
  };
  const limit = <K extends keyof Wish["limits"]>(key: K, value: number): void =>
    setWish({ ...wish, limits: { ...wish.limits, [key]: value } });
  const known = throwOfOld(view, mainPair(gearbox));
  const sentence = said && wishSentence(wish.reductionPct, said, units);
  const made = { gearbox, old, surroundings, spacerMm };
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
            {isGuessed(old) && (
              <>
                <OriginMark origin="estimated" size={16} /> Estimated: the old lever is not measured.{" "}
              </>
            )}
            <b>{sentence.lead}</b> {sentence.rest}
            {known?.conflict && (
              <>
                {" "}
                The throw was taped at {units.show(known.conflict.tapedMm, "length")} and the old lever’s figures make{" "}
                {units.show(known.conflict.calculatedMm, "length")}: measure the lever again before one is made.
              </>
            )}
          </>
        ) : (
          <b>{task.result.state === "refused" ? "The map could not be calculated." : "Trying levers…"}</b>
        )}
      </Answer>
      <div className={`split ${css.page}`}>
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
              others={[...others, ...bought]}
              onChoose={(pinMm, targetPct) => setPicked({ pinMm, targetPct })}
            />
          )}
          <Kits
            unmeasured={listed.length - kits.length}
            list={market}
            first={others.length + 1}
            nearest={nearest}
            onUse={useKit}
          />
        </div>
        <aside aria-label="The lever chosen on the map">
          {lever && <LeverDrawing {...made} lever={lever} />}
          <div className="sect">
            {chosen && (
              <Chosen cell={chosen} lever={lever} {...made} wish={wish} name={name} onSpacerMm={setSpacerMm} />
            )}
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
              Calculated from the old lever’s figures, without friction. Whoever makes the lever answers for its
              strength; a changed lever may need local approval.
            </p>
          </div>
        </aside>
      </div>
    </>
  );
}
