import { Button } from "antd";
import { useEffect, useMemo, useState } from "react";
import { flushSync } from "react-dom";
import { useNavigate, useSearchParams } from "react-router";
import { useVehicleQuery } from "../../data/api";
import { useKeys } from "../../data/useKeys";
import { gearShort, SHIFTER_NAMES } from "../../format/words";
import { late } from "../../ui/late";
import { Answer, Num } from "../../ui/Answer";
import { capital, countInWords } from "../../format/grammar";
import { useUnits } from "../../format/units";
import {
  bookSetting,
  findReading,
  gearPairs,
  mainPair,
  measurandKey,
  measurandOf,
  measureFirst,
  type FirstReason,
  measurandsOf,
  resultOf,
  sameMeasurand,
  type Measurand,
} from "../../../domain";
import type { StageProps } from "../../data/stage";
import { MeasureMore } from "./MeasureMore";
import { OdometerCard } from "./OdometerCard";
import { measurandName, ReadingCards } from "../../pieces/readings/ReadingCard";
import { StageTabs } from "../../pieces/job/StageTabs";
import css from "./gauge.module.css";

const PhotoBench = late(() => import("../photoBench").then((m) => m.PhotoBench));
const VibrationTool = late(() => import("../vibration").then((m) => m.VibrationTool));

const none = { fromGear: "", toGear: "" };

const TOOLS = [
  ["", "Readings"],
  ["vibration", "Vibration"],
  ["photo", "Photo"],
] as const;

/** Readings before anything comes apart, and what was recorded of its shake. */
export default function GaugeStage(props: StageProps) {
  const [params] = useSearchParams();
  const tool = params.get("tool");
  const tabs = <StageTabs tools={TOOLS} shown={tool} />;
  if (tool === "photo") return <PhotoBench {...props} tabs={tabs} />;
  return tool === "vibration" ? <VibrationTool {...props} tabs={tabs} /> : <Readings {...props} tabs={tabs} />;
}

function Readings({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const navigate = useNavigate();
  const units = useUnits();
  const [params] = useSearchParams();
  const asked = measurandOf(params.get("card"));
  const [more, setMore] = useState<Measurand[]>(asked ? [asked] : []);
  const [focus, setFocus] = useState(0);
  const { data: book } = useVehicleQuery(view.vehicle.id);
  const cards = [...measurandsOf(view), ...more].filter((m, i, all) => all.findIndex((o) => sameMeasurand(o, m)) === i);
  const missing = cards.filter((m) => !findReading(view.reading, m, "before"));
  const pair = mainPair(view.vehicle.gearbox);
  const main: Measurand = { quantity: "throw", fromGear: pair.from, toGear: pair.to };
  const throwBefore = findReading(view.reading, main, "before");
  const heights = cards.filter((m) => m.quantity === "mountHeight");
  const nameIn = (m: Measurand): string =>
    m.quantity === "throw" ? `throw ${measurandName(m)}` : measurandName(m).toLowerCase();
  const others = [
    ...gearPairs(view.vehicle.gearbox).map((p): Measurand => ({ quantity: "throw", fromGear: p.from, toGear: p.to })),
    { quantity: "crossGate" as const, ...none },
  ].filter((m) => !cards.some((c) => sameMeasurand(c, m)));

  /** Opens a card, or goes to it where it is open. */
  const open = (m: Measurand): void => {
    flushSync(() => setMore([...more, m]));
    const card = document.querySelector(`[data-measurand="${CSS.escape(measurandKey(m))}"]`);
    card?.scrollIntoView({ block: "nearest" });
    card?.querySelector("input")?.focus();
  };
  const [card] = useState(asked && measurandKey(asked));
  useEffect(() => {
    if (card) document.querySelector(`[data-measurand="${CSS.escape(card)}"]`)?.scrollIntoView({ block: "center" });
  }, [card]);

  const keys = useMemo(() => ({ n: () => setFocus((f) => f + 1) }), []);
  useKeys(keys);

  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            <Button type="primary" onClick={() => void navigate(`/jobs/${view.job.id}/compare`)}>
              Go on to Compare
            </Button>
          </>
        }
      >
        {missing.length ? (
          <>
            <b>{capital(countInWords(missing.length, "reading"))} still to take</b> before anything comes apart:{" "}
            {missing.map(nameIn).join(", ")}.
          </>
        ) : throwBefore ? (
          <>
            <b>All taken.</b> {gearShort(main.fromGear)} to {gearShort(main.toGear)} throws{" "}
            <Num>{units.bare(resultOf(throwBefore).mean, "length")}</Num> {units.label("length")}, read to ±
            <Num>{units.bare(resultOf(throwBefore).expanded, "length")}</Num>. Take the same readings after the work.
          </>
        ) : (
          <>
            <b>All taken.</b> Take the same readings after the work, the same way.
          </>
        )}
      </Answer>
      <div className={`split ${css.gauge}`}>
        <div className="rcards">
          <ReadingCards
            view={view}
            edit={edit}
            phase="before"
            cards={cards}
            missing={missing}
            focus={focus}
            bookOf={(m) => book && bookSetting(view.vehicle, book.sheetLine, book.ownLine, m, units.system)}
          />
          <OdometerCard view={view} edit={edit} />
        </div>
        <aside className="sect">
          <MeasureFirst view={view} nameIn={nameIn} onOpen={open} />
          <h2 className="hd2">Needed further on</h2>
          <ul className="lined">
            <Need what="Throw bench" lacks={throwBefore ? [] : [`throw ${measurandName(main)}`]} />
            {heights.length > 0 && (
              <Need what="Mount room" lacks={missing.filter((m) => m.quantity === "mountHeight").map(nameIn)} />
            )}
            <Need
              what="Before against after"
              lacks={missing.filter((m) => !sameMeasurand(m, main) && m.quantity !== "mountHeight").map(nameIn)}
            />
          </ul>
          {others.length > 0 && (
            <>
              <h2 className="hd2" style={{ marginTop: 16 }}>
                Measure also
              </h2>
              <ul className="lined">
                {others.map((m) => (
                  <li key={measurandKey(m)}>
                    <Button size="small" onClick={() => setMore([...more, m])}>
                      {m.quantity === "throw" ? `Throw ${measurandName(m)}` : measurandName(m)}
                    </Button>
                  </li>
                ))}
              </ul>
            </>
          )}
          <MeasureMore onAdd={(m) => setMore([...more, m])} />
          {!view.vehicle.gearbox && (
            <p className="lb" style={{ marginTop: 12 }}>
              The vehicle’s gears are not entered yet. Enter them in its dossier to measure any pair.
            </p>
          )}
        </aside>
      </div>
    </>
  );
}

/** Why each comes before the first bolt is loosened. */
const WHY: Record<FirstReason, string> = {
  throw: "there is no proof of a shorter throw without it",
  play: "the slop is gone with the old bushes",
  knob: "the new knob is set to the driver’s hand",
  rod: "the rod is set back to it",
  cable: "the ends go back onto the same thread",
  mounts: "a sunk mount tilts the gearbox, and new ones raise it",
};

/** What is to be measured before anything is loosened, on this kind of vehicle; gone once all is there. */
function MeasureFirst({
  view,
  nameIn,
  onOpen,
}: {
  view: StageProps["view"];
  nameIn: (m: Measurand) => string;
  onOpen: (m: Measurand) => void;
}) {
  const first = measureFirst(view);
  if (first.every((f) => f.done)) return null;
  return (
    <section aria-label="Measure this first">
      <h2 className="hd2">
        Measure this first <span className="lb">{SHIFTER_NAMES[view.vehicle.shifterKind]}</span>
      </h2>
      <ol className={css.first}>
        {first.map(({ measurand, why, done }) => (
          <li key={measurandKey(measurand)} className={done ? css.taken : undefined}>
            {done ? (
              <span className="rt">✓ {nameIn(measurand)}</span>
            ) : (
              <Button size="small" type="link" onClick={() => onOpen(measurand)}>
                {nameIn(measurand)}
              </Button>
            )}
            {!done && <span className="lb">{WHY[why]}</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Need({ what, lacks }: { what: string; lacks: string[] }) {
  return (
    <li>
      <span className="rt">{what}</span>
      <div className={lacks.length ? "lb och" : "lb mos"}>
        {lacks.length ? `lacks ${lacks.join(", ")}` : "has all it needs"}
      </div>
    </li>
  );
}
