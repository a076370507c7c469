import { Button, Modal, Slider } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { StageProps } from "../../data/stage";
import { useUnits } from "../../format/units";
import { capital, enumerate } from "../../format/grammar";
import { Answer } from "../../ui/Answer";
import { Empty, TourLink } from "../../ui/states";
import { PrintSheet, TakePicture } from "./Begin";
import { FlatCanvas } from "./Canvas";
import type { Chosen } from "./signs";
import { TakenCanvas } from "./TakenCanvas";
import { Ledger } from "./Ledger";
import { Magnifier } from "./Magnifier";
import { Others } from "./Others";
import { toBench } from "./toBench";
import { LEVER_PICKS, nextPick, usePhotoBench, type Bench, type Pick } from "./usePhotoBench";
import { figureSentence, leverSentence, PART_NAMES, whyNot } from "./words";
import { Working } from "./Working";
import css from "./photoBench.module.css";

/** Two levers side by side on the printed sheet, photographed: lengths, ratios, and one laid over the other. */
export function PhotoBench({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const bench = usePhotoBench({ view, edit });
  const units = useUnits();
  const navigate = useNavigate();
  const [asked, setAsked] = useState<Pick | null>(null);
  const [chosen, setChosen] = useState<Chosen>(null);
  const [asTaken, setAsTaken] = useState(false);
  const [mix, setMix] = useState(0);
  const [printing, setPrinting] = useState(false);
  const [working, setWorking] = useState(false);
  const { live, photo, seen, refused, levers } = bench;
  const taken = (id: string): void => {
    bench.choose(id);
    setChosen(null);
    setAsked(null);
    setAsTaken(false);
  };

  if (!live) {
    return (
      <>
        <Answer
          acts={
            <>
              {tabs}
              <TakePicture view={view} edit={edit} onTaken={taken} primary />
            </>
          }
        >
          <b>No picture yet.</b> Print the sheet, lay both levers on it, and photograph it from straight above.
        </Answer>
        <Empty
          title="Measure two levers with one photograph"
          acts={
            <>
              <Sketch />
              <TourLink />
            </>
          }
        >
          <ol className={css.steps}>
            <li>
              Print the sheet at 100 %: <PrintSheet />
              <span className="lb">A lever longer than A4 goes on A3, or on two sheets of A4 joined.</span>
            </li>
            <li>Lay the old and the new lever on it, flat, all four marks free.</li>
            <li>Photograph it from straight above, then take the picture in and click pivot, pin and knob of each.</li>
          </ol>
        </Empty>
      </>
    );
  }
  const known = photo !== null && Boolean(bench.frame);
  // A picture of other things asks for no lever.
  const ofLevers = live.points.some((p) => p.part !== "other") || !live.figures.length;
  const next = known && !refused ? (asked ?? (ofLevers ? nextPick(bench) : null)) : null;
  const wanted = next && (next.part === "other" ? next.name : `the ${next.name} of the ${PART_NAMES[next.part]}`);
  const said =
    levers &&
    leverSentence(
      levers,
      (mm) => units.show(mm, "length"),
      (mm) => units.bare(mm, "length"),
      wanted,
    );
  const trouble = !known && seen && !seen.ok ? whyNot(seen) : null;
  const toPut = known ? toBench(view, bench) : [];
  const others = (
    <Others
      view={view}
      edit={edit}
      bench={bench}
      next={next}
      onPick={(pick) => {
        setAsTaken(false);
        setAsked(pick);
      }}
    />
  );
  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            {said && <Button onClick={() => setWorking(true)}>Calculation</Button>}
            <Button
              type="primary"
              disabled={!toPut.length}
              onClick={() => {
                edit.all("Levers of the picture on the throw bench", toPut);
                void navigate(`/jobs/${view.job.id}/compare`);
              }}
            >
              Put on the throw bench
            </Button>
          </>
        }
      >
        {!photo ? (
          <>
            <b>The picture was taken out of the job.</b> Undo brings it back, or take another one in.
          </>
        ) : bench.unset?.length && live.corners.length ? (
          <>
            <b>
              Drag corner {enumerate(bench.unset.map(String))} to the outer corner of{" "}
              {bench.unset.length > 1 ? "their marks" : "its mark"}.
            </b>{" "}
            Nothing is measured before all four are there; say at the right which sheet it is.
          </>
        ) : bench.crossed ? (
          <>
            <b>These corners make no sheet.</b> Put corner 1 to 4 on the outer corners of marks 1 to 4: clockwise, none
            across another.
          </>
        ) : refused ? (
          <>
            <b>The picture cannot be measured as it stands.</b> {capital(refused.message)}.
          </>
        ) : trouble ? (
          <>
            <b>{trouble.lead}</b> {trouble.rest}
          </>
        ) : !known ? (
          <b>
            {bench.looking
              ? "Looking for the marks…"
              : "Drag the four corners of the sheet to the outer corners of its marks."}
          </b>
        ) : said ? (
          <>
            <b>{said.lead}</b> {said.rest}
          </>
        ) : next ? (
          <>
            <b>Click {wanted}.</b> {next.part === "other" ? "" : "Its middle; the magnifier shows it larger."}
          </>
        ) : (
          <>
            <b>
              {figureSentence(
                live.figures,
                bench.figures ?? [],
                (mm) => units.show(mm, "length"),
                (mm) => units.bare(mm, "length"),
              )}
            </b>{" "}
            95 % interval.
          </>
        )}
      </Answer>
      <div className={`split ${css.page}`}>
        <div className={css.left}>
          <Keys
            bench={bench}
            next={next}
            asTaken={asTaken || !known}
            onAsk={(pick) => {
              setAsTaken(false);
              setAsked(pick);
              if (bench.pixelOf(pick)) setChosen({ kind: "point", pick });
            }}
            onView={setAsTaken}
          />
          {!photo ? (
            <p className="sect">The picture was taken out of the job.</p>
          ) : asTaken || !known ? (
            <TakenCanvas bench={bench} chosen={chosen} onChoose={setChosen} />
          ) : (
            <FlatCanvas
              bench={bench}
              chosen={chosen}
              onChoose={(c) => {
                setChosen(c);
                setAsked(null);
              }}
              next={next}
              mix={mix}
            />
          )}
          {live.corners.length !== 4 && photo && (
            <p className="sect">
              <Button onClick={bench.beginCorners}>Set the corners by hand</Button>
            </p>
          )}
          <div className={css.strip}>
            <div>
              <h2 className="hd2">
                Overlay <span className="lb">new on old, at the pivot</span>
              </h2>
              <Slider
                min={0}
                max={100}
                value={Math.round(mix * 100)}
                disabled={!levers?.reductionPct}
                onChange={(v) => setMix(v / 100)}
                tooltip={{ formatter: (v) => `${v} % new` }}
                ariaLabelForHandle="How much of the new lever is laid over the old one"
              />
              <p className="row-flex">
                <span className="och">old</span>
                <span className="push teal">new</span>
              </p>
            </div>
            <Magnifier
              bench={bench}
              chosen={chosen}
              onChoose={(c) => {
                setChosen(c);
                if (c?.kind === "corner") setAsTaken(true);
              }}
            />
          </div>
        </div>
        <aside className="sect" aria-label="What the picture comes to">
          {!ofLevers && others}
          <Ledger bench={bench} />
          {ofLevers && others}
          <section className={css.block} aria-label="Pictures">
            <h2 className="hd2">Pictures on the sheet</h2>
            <div className="row-flex">
              {bench.pictures.map((p, i) => (
                <Button
                  key={p.id}
                  size="small"
                  type={p.id === live.id ? "primary" : "default"}
                  onClick={() => taken(p.id)}
                >
                  {i + 1}
                </Button>
              ))}
              <TakePicture view={view} edit={edit} onTaken={taken} />
              <Button onClick={() => setPrinting(true)}>Print the sheet</Button>
            </div>
            <Button
              size="small"
              type="text"
              onClick={() => {
                bench.choose("");
                edit.remove("sheetPhoto", live, "Measurements of a picture");
              }}
            >
              Take these measurements out
            </Button>
          </section>
        </aside>
      </div>
      <Modal open={printing} title="Print the sheet at 100 %" footer={null} onCancel={() => setPrinting(false)}>
        <PrintSheet />
        <p className="lb">Measure the bar on the paper afterwards: it is 100 mm if the printer kept the size.</p>
      </Modal>
      <Modal
        open={working}
        title="Calculation: photograph"
        footer={null}
        width={720}
        onCancel={() => setWorking(false)}
      >
        <Working bench={bench} />
      </Modal>
    </>
  );
}

/** Two levers on the sheet, as they are to lie. */
function Sketch() {
  const lever = (y: number, pin: number, knob: number, tone: string) => (
    <g className={tone} stroke="currentColor" fill="var(--panel)" strokeWidth="1.6">
      <path d={`M${100 - pin} ${y}H${100 + knob}`} strokeWidth="5" />
      <circle cx={100 - pin} cy={y} r="5" />
      <circle cx="100" cy={y} r="8" />
      <circle cx={100 + knob} cy={y} r="11" fill="currentColor" />
    </g>
  );
  return (
    <svg viewBox="0 0 340 200" width="340" role="img" aria-label="Both levers side by side on the sheet, marks free">
      <rect x="2" y="2" width="336" height="196" fill="var(--panel)" stroke="var(--edge)" />
      {[
        [14, 14],
        [298, 14],
        [298, 158],
        [14, 158],
      ].map(([x, y]) => (
        <g key={`${x} ${y}`} stroke="var(--ink)" fill="none" strokeWidth="3">
          <rect x={x} y={y} width="28" height="28" />
          <path d={`M${x + 8} ${y + 14}h12M${x + 14} ${y + 8}v12`} strokeWidth="5" />
        </g>
      ))}
      {lever(72, 38, 150, "och")}
      {lever(130, 50, 132, "teal")}
    </svg>
  );
}

/** What can be clicked, with what is there already; and the picture as taken or laid flat. */
function Keys({
  bench,
  next,
  asTaken,
  onAsk,
  onView,
}: {
  bench: Bench;
  next: Pick | null;
  asTaken: boolean;
  onAsk: (pick: Pick) => void;
  onView: (asTaken: boolean) => void;
}) {
  return (
    <div className={css.keys}>
      {(["old", "new"] as const).map((part) => (
        <div key={part} className={`${css.keyGroup} ${css[part]}`} role="group" aria-label={PART_NAMES[part]}>
          <span className={part === "old" ? "och" : "teal"}>{PART_NAMES[part]}</span>
          {LEVER_PICKS.map((name) => {
            const there = bench.pixelOf({ part, name }) !== null;
            const on = next?.part === part && next.name === name;
            return (
              <Button
                key={name}
                size="small"
                type={on ? "primary" : "default"}
                aria-pressed={on}
                disabled={!bench.frame}
                onClick={() => onAsk({ part, name })}
              >
                {there ? "✓ " : ""}
                {name}
              </Button>
            );
          })}
        </div>
      ))}
      <div className={css.views} role="group" aria-label="Picture">
        <Button
          size="small"
          aria-pressed={!asTaken}
          disabled={!bench.frame}
          type={asTaken ? "default" : "primary"}
          onClick={() => onView(false)}
        >
          Laid flat
        </Button>
        <Button size="small" aria-pressed={asTaken} type={asTaken ? "primary" : "default"} onClick={() => onView(true)}>
          As taken
        </Button>
      </div>
    </div>
  );
}
