import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import {
  tourBench,
  tourDone,
  tourSteps,
  TOUR_GAP_MM,
  TOUR_SHORTER_PCT,
  type TourBench,
  type TourStep,
} from "../../../domain";
import { useUnits } from "../../format/units";
import { Tick } from "../../ui/pictograms";
import { localBench, ThrowBench } from "../throwBench";
import css from "./tour.module.css";

/** What to do, why, and what it showed. */
function useWords(): Record<TourStep, { ask: string; shown: string }> {
  const units = useUnits();
  return {
    shorter: {
      ask: `The short lever claims 35 % and does not give it. Drag its pin down or its knob down until it is at least ${TOUR_SHORTER_PCT} % shorter. The answer above the drawing says how much.`,
      shown: "Pin and knob decide the throw, and the effort grows as it shrinks.",
    },
    clears: {
      ask: `Now look at the prop shaft below: the lever’s tail may come too near. Lower the knob instead of the pin until it clears by ${units.show(TOUR_GAP_MM, "length", { digits: 0 })} and is still ${TOUR_SHORTER_PCT} % shorter.`,
      shown: "What a leaflet never says: how near it comes in the worst gear.",
    },
    surer: {
      ask: "The answer gives a range, as no measure is exact. Choose in the strip below the drawing that the pin was taken with a calliper, and the range gets narrower.",
      shown: "How sure the bench names the measure worth taking again.",
    },
    calculation: {
      ask: "Every figure can be traced: open Calculation at the right of the answer, read it, and close it.",
      shown: "",
    },
  };
}

/** Five minutes on an example of its own: nothing of it is kept, and it can be left at any time. */
export function TourPage() {
  const [bench, setBench] = useState<TourBench>(tourBench);
  const [passed, setPassed] = useState<ReadonlySet<TourStep>>(new Set());
  const navigate = useNavigate();
  const words = useWords();
  const seen = tourDone(bench);
  // A step once done stays done, though the lever is moved on; one that is left out counts as passed.
  const done = (s: TourStep): boolean => passed.has(s) || (s !== "calculation" && seen[s]);
  const at = tourSteps.findIndex((s) => !done(s));
  const step = at < 0 ? null : tourSteps[at];
  const pass = (): void => {
    const so = tourSteps.filter(done);
    setPassed(new Set(step ? [...so, step] : so));
  };
  const change = (next: TourBench): void => {
    const now = tourDone(next);
    setPassed(new Set([...passed, ...tourSteps.filter((s) => s !== "calculation" && now[s])]));
    setBench(next);
  };
  return (
    <>
      <title>Tour · Ash Lever</title>
      <header className="top">
        <h1>Five minutes on an example</h1>
        <span className="q">nothing of it is kept</span>
        <div className="push" />
        <Button onClick={() => void navigate("/yard")}>Leave</Button>
      </header>
      <section className={css.tour} aria-label="Tour" aria-live="polite">
        <ol className={css.steps}>
          {tourSteps.map((s, i) => (
            <li key={s} aria-current={s === step ? "step" : undefined} className={done(s) ? css.done : undefined}>
              {done(s) ? <Tick /> : <span className="n">{i + 1}</span>}
            </li>
          ))}
        </ol>
        {step ? (
          <>
            <p>
              {at > 0 && words[tourSteps[at - 1]].shown && <b>{words[tourSteps[at - 1]].shown} </b>}
              {words[step].ask}
            </p>
            <Button onClick={pass}>{step === "calculation" ? "Done" : "Next"}</Button>
          </>
        ) : (
          <>
            <p>
              <b>That is the bench.</b> In a job it stands under Compare, with the readings of that vehicle. Begin with
              a vehicle, or measure two levers by photograph: the sheet to print is under Gauge, Photo.
            </p>
            <Button
              onClick={() => {
                setPassed(new Set());
                setBench(tourBench());
              }}
            >
              Again
            </Button>
            <Link to="/yard" className={css.on}>
              To the Yard
            </Link>
          </>
        )}
      </section>
      <div className="stage">
        <ThrowBench currency="" {...localBench(bench, change)} />
      </div>
    </>
  );
}
