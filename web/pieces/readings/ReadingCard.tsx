import { Button, Modal } from "antd";
import { useState } from "react";
import { methodWords, quantityKinds, type JobView, type Reading } from "../../../contract";
import type { Editor } from "../../data/saving";
import { gearShort, METHOD_NAMES, QUANTITY_NAMES, whenText } from "../../format/words";
import { useUnits } from "../../format/units";
import { OriginMark } from "../../ui/marks";
import { NewQuantityField, QuantityField } from "../../ui/QuantityField";
import { Choice } from "../../ui/TextField";
import { TakeReading, type Taken } from "./TakeReading";
import { usePeople } from "../../data/useJobView";
import { Photos } from "../photos/Photos";
import { HOW_TO, HowTaken } from "./HowTaken";
import {
  againstBook,
  expectedOf,
  findReading,
  firstReading,
  outlierOf,
  unusual,
  resultOf,
  usualResolution,
  type BookSetting,
  type Measurand,
  type Phase,
  measurandKey,
} from "../../../domain";
import css from "./readings.module.css";

export const measurandName = (m: Measurand): string =>
  m.quantity === "throw"
    ? `${gearShort(m.fromGear)} to ${gearShort(m.toGear)}`
    : m.place
      ? `${QUANTITY_NAMES[m.quantity]}, ${m.place}`
      : QUANTITY_NAMES[m.quantity];

/** Least and greatest a card takes, base unit of the kind. */
const RANGE = { length: [0, 5000], angle: [-90, 90], volume: [0, 200] } as const;
const HINT = { length: ["89 mm", "3 1/2 in"], angle: ["2.5 deg", "2.5 deg"], volume: ["2.1 L", "2 qt"] } as const;

/** One quantity: how it is taken, the repeats as they were read, mean and uncertainty. */
export function ReadingCard({
  view,
  edit,
  measurand,
  phase,
  book,
  focus,
}: {
  view: JobView;
  edit: Editor;
  measurand: Measurand;
  phase: Phase;
  /** What the vehicle's sheet gives for it. */
  book?: BookSetting | null;
  focus?: boolean;
}) {
  const units = useUnits();
  const { me, initialsOf } = usePeople();
  const [adding, setAdding] = useState(false);
  const [doubted, setDoubted] = useState<{ typed: string; base: number; keep: () => void } | null>(null);
  const reading = findReading(view.reading, measurand, phase);
  const kind = quantityKinds[measurand.quantity];
  const [least, most] = RANGE[kind];
  const name = measurandName(measurand);
  const title = measurand.quantity === "throw" ? `${QUANTITY_NAMES.throw}, ${name}` : name;

  /** An unusual figure is asked for once, before it is kept; it is never refused. */
  const asked = (value: { typed: string; base: number }, keep: () => void): void => {
    if (unusual(measurand.quantity, value.base)) setDoubted({ ...value, keep });
    else keep();
  };
  const add = (value: { typed: string; base: number }): void => asked(value, () => addNow(value));
  const addNow = (value: { typed: string; base: number }): void => {
    setAdding(false);
    if (!reading) {
      edit.create(
        "reading",
        firstReading(view, measurand, phase, value, units.system, me?.id ?? null),
        `${title}: ${value.typed}`,
      );
    } else {
      edit.update("reading", reading, { values: [...reading.values, value] }, `${title}: ${value.typed} again`);
    }
  };

  /**
   * A first reading is taken with the instrument that read it, to its own step. Where others were read with
   * something coarser, its error stays the one that counts.
   */
  const take = ({ typed, base, instrument }: Taken): void => {
    const method = methodWords.find((m) => m === instrument.kind) ?? "byEye";
    const unit = kind === "angle" ? "deg" : "mm";
    const resolution = { typed: `${instrument.resolution} ${unit}`, base: instrument.resolution };
    if (reading) {
      edit.update(
        "reading",
        reading,
        { values: [...reading.values, { typed, base }], simulated: reading.simulated || instrument.standIn },
        `${title}: ${typed} from the ${instrument.name.toLowerCase()}`,
      );
      return;
    }
    const first = firstReading(view, measurand, phase, { typed, base }, units.system, me?.id ?? null);
    edit.create(
      "reading",
      { ...first, method, resolution, simulated: instrument.standIn },
      `${title}: ${typed} from the ${instrument.name.toLowerCase()}`,
    );
  };

  const range = doubted && unusual(measurand.quantity, doubted.base);
  return (
    <section className="rcard" aria-label={title} data-measurand={measurandKey(measurand)}>
      <Modal
        open={doubted !== null}
        title={`${doubted?.typed ?? ""}: is that right?`}
        okText="Keep it"
        cancelText="Correct it"
        width={420}
        onOk={() => {
          doubted?.keep();
          setDoubted(null);
        }}
        onCancel={() => setDoubted(null)}
      >
        <p>
          {doubted && units.show(doubted.base, kind)} is unusual here.{" "}
          {range && `Usual is ${units.show(range.least, kind)} to ${units.show(range.most, kind)}.`}
        </p>
      </Modal>
      <header>
        <HowTaken quantity={measurand.quantity} />
        <div>
          <h2 className="hd2">{title}</h2>
          <p className="lb">{HOW_TO[measurand.quantity]}</p>
        </div>
      </header>
      {book && <BookLine book={book} mean={reading ? resultOf(reading) : null} kind={kind} />}
      <div className="rvalues">
        {reading?.values.map((v, i) => (
          <QuantityField
            key={i}
            label={`reading ${i + 1}`}
            kind={kind}
            typed={v.typed}
            base={v.base}
            min={least}
            max={most}
            onCommit={(next) =>
              asked(next, () =>
                edit.update(
                  "reading",
                  reading,
                  { values: reading.values.map((x, k) => (k === i ? next : x)) },
                  `${title}: ${next.typed}`,
                ),
              )
            }
            onClear={() => {
              const values = reading.values.filter((_, k) => k !== i);
              if (values.length) edit.update("reading", reading, { values }, `${title}: one reading less`);
              else edit.remove("reading", reading, `${title}: readings taken out`);
            }}
          />
        ))}
        {(!reading || adding) && (
          <NewQuantityField
            key={`new-${reading?.values.length ?? 0}`}
            draftName={`${phase} ${title}`}
            label={reading ? `reading ${reading.values.length + 1}` : "first reading"}
            kind={kind}
            base={null}
            min={least}
            max={most}
            autoFocus={adding || focus}
            hint={HINT[kind][units.system === "metric" ? 0 : 1]}
            onCommit={add}
          />
        )}
        {reading && !adding && reading.values.length < 50 && (
          <Button onClick={() => setAdding(true)} aria-label={`Measure ${title} again`}>
            Measure again
          </Button>
        )}
      </div>
      <div className={css.ract}>
        {kind !== "volume" && (reading?.values.length ?? 0) < 50 && (
          <TakeReading
            measures={kind}
            what={title}
            near={reading ? resultOf(reading).mean : expectedOf(view, measurand)}
            onTake={take}
          />
        )}
        {reading && <Photos view={view} edit={edit} readingId={reading.id} what={title} />}
      </div>
      {reading ? (
        <ReadingFoot reading={reading} edit={edit} title={title} by={initialsOf(reading.takenBy)} />
      ) : (
        <p className={`lb ${css.rfoot}`}>
          <OriginMark origin="missing" /> to take
        </p>
      )}
    </section>
  );
}

/** What the book gives, and how far the reading is from it, where that is more than the measuring error. */
function BookLine({
  book,
  mean,
  kind,
}: {
  book: BookSetting;
  mean: { mean: number; expanded: number } | null;
  kind: "length" | "angle" | "volume";
}) {
  const units = useUnits();
  const against = mean && againstBook(book, mean);
  const says =
    against &&
    (against.off === "within"
      ? book.limit
        ? "within it"
        : "measured the same, within the measuring error"
      : `measured ${units.show(against.by, kind)} ${against.off}`);
  return (
    <p className="lb">
      <OriginMark origin="specified" /> {book.limit ? "Limit" : "Sheet"}: <span className="n">{book.typed}</span>,{" "}
      {book.source}
      {says && <b>; {says}</b>}
    </p>
  );
}

function ReadingFoot({ reading, edit, title, by }: { reading: Reading; edit: Editor; title: string; by: string }) {
  const units = useUnits();
  const kind = quantityKinds[reading.quantity];
  const result = resultOf(reading);
  const outlier = outlierOf(reading.values, reading.resolution?.base ?? 0);
  return (
    <>
      <div className={css.rset}>
        <Choice
          label="taken with"
          value={reading.method}
          options={METHOD_NAMES}
          onChange={(method) =>
            edit.update(
              "reading",
              reading,
              { method, resolution: usualResolution(method, units.system, kind) },
              `${title}: taken with ${METHOD_NAMES[method]}`,
            )
          }
        />
        <QuantityField
          label="resolution"
          kind={kind}
          typed={reading.resolution?.typed}
          base={reading.resolution?.base ?? null}
          min={0}
          max={100}
          onCommit={(resolution) =>
            edit.update("reading", reading, { resolution }, `${title}: resolution ${resolution.typed}`)
          }
        />
      </div>
      <p className={css.rfoot}>
        <OriginMark origin="measured" />
        <span className="n rmean">{units.show(result.mean, kind)}</span>
        <span className="n q">± {units.show(result.expanded, kind)}</span>
        {kind !== "angle" && <span className="n q">{units.other(result.mean, kind)}</span>}
        <span className="lb push">{[by, whenText(reading.takenAt)].filter(Boolean).join(", ")}</span>
      </p>
      {reading.simulated && (
        <p className="lb och">Simulated: at least one of these came from a simulated instrument.</p>
      )}
      {outlier !== null && (
        <p className="lb och">Reading {outlier + 1} differs from the others. Measure again, or clear it.</p>
      )}
      {result.n === 1 && <p className="lb">One reading shows the instrument’s error only. Three more show your own.</p>}
    </>
  );
}

/** A card for each measurand; the first that is missing takes the keyboard, anew each time it is asked for. */
export function ReadingCards({
  view,
  edit,
  phase,
  cards,
  missing,
  focus,
  bookOf,
}: {
  view: JobView;
  edit: Editor;
  phase: Phase;
  cards: readonly Measurand[];
  missing: readonly Measurand[];
  /** How often the first missing one was asked for; 0: not yet. */
  focus: number;
  bookOf?: (m: Measurand) => React.ComponentProps<typeof ReadingCard>["book"];
}) {
  return cards.map((m) => {
    const first = focus > 0 && m === missing[0];
    return (
      <ReadingCard
        key={`${measurandKey(m)}-${first ? focus : 0}`}
        view={view}
        edit={edit}
        measurand={m}
        phase={phase}
        book={bookOf?.(m)}
        focus={first}
      />
    );
  });
}
