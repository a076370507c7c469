import { boundsOf, resources, type Joint } from "../../../contract";
import { Button } from "antd";
import { useState } from "react";
import { formatNumber, jointPlaces, type SlackAnswer } from "../../../core";
import { useUnits } from "../../format/units";
import { Figure, OriginMark } from "../../ui/marks";
import { NumberField, PriceField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { SlotSwitch } from "../../ui/slots";
import { Choice } from "../../ui/TextField";
import type { StageProps } from "../../data/stage";
import { GRADE_NAMES, PLACE_WORDS, type Grade, type Grades } from "../../../domain";
import { Press } from "../../ui/Press";
import { ShapeFields } from "../../ui/ShapeFields";
import css from "./slack.module.css";

const PLACES = Object.fromEntries(jointPlaces.map((p) => [p, PLACE_WORDS[p]])) as Record<Joint["at"], string>;

const gradeWords = (grades: Grades, show: (mm: number) => string) =>
  ({
    typed: "as typed",
    ...Object.fromEntries(
      (Object.keys(GRADE_NAMES) as Grade[]).map((g) => [g, `${GRADE_NAMES[g]}, ${show(grades[g])}`]),
    ),
  }) as Record<Grade | "typed", string>;

/** One joint of the chain: its play, what it shows at the knob, and behind a tap its place, price and part. */
export function JointRow({
  index,
  joint,
  answer,
  planned,
  edit,
  currency,
  grades,
}: {
  index: number;
  joint: Joint;
  answer: SlackAnswer;
  /** With the chosen lever, where one is chosen. */
  planned: SlackAnswer | null;
  edit: StageProps["edit"];
  currency: string;
  grades: Grades;
}) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const solved = answer.joints.find((j) => j.id === joint.id);
  const nextShare = planned?.joints.find((j) => j.id === joint.id)?.shareMm;
  const patch = (data: Partial<Joint>, what: string): void =>
    edit.update("joint", joint, data, `${joint.name}: ${what}`);
  const own = { shape: resources.joint, value: joint, onChange: patch };
  const grade = (Object.keys(grades) as Grade[]).find((g) => grades[g] === joint.play.base) ?? "typed";
  return (
    <li className={joint.tryNew ? `joint ${css.fresh}` : "joint"}>
      <i className="node n" aria-hidden="true">
        {index + 1}
      </i>
      <Press className="pname" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="rt">{joint.name}</span>
        <span className="lb">
          {PLACE_WORDS[joint.at]}, shows ×{formatNumber(solved?.ratio ?? 0, 2)}
        </span>
      </Press>
      <OriginMark origin={joint.origin} />
      <QuantityField
        label="play"
        kind="length"
        typed={joint.play.typed}
        base={joint.play.base}
        min={0}
        max={50}
        onCommit={(play) => patch({ play, origin: "measured" }, `play ${play.typed}`)}
      />
      <Figure origin="calculated">
        {units.bare(solved?.shareMm ?? 0, "length")}
        {nextShare !== undefined && <small className="q"> then {units.bare(nextShare, "length")}</small>}
      </Figure>
      <span className={css.newsw}>
        <SlotSwitch
          on={joint.tryNew}
          label={`${joint.name} as new`}
          onChange={(tryNew) => patch({ tryNew }, tryNew ? "as new" : "as it is")}
        />
        <span className="lb">new</span>
      </span>
      {open && (
        <div className="pmore">
          <div className="fields">
            <ShapeFields
              {...own}
              fields={[
                { at: "name", label: "joint", words: true, what: "name" },
                { at: "at", label: "where", options: PLACES },
              ]}
            />
            <Choice
              label="feels"
              value={grade}
              options={gradeWords(grades, (mm) => units.show(mm, "length", { digits: 2 }))}
              onChange={(g) => {
                if (g === "typed") return;
                const mm = grades[g];
                patch({ play: { typed: `${mm} mm`, base: mm }, origin: "estimated" }, GRADE_NAMES[g]);
              }}
            />
            <QuantityField
              label="play when new"
              kind="length"
              typed={joint.newPlay?.typed}
              base={joint.newPlay?.base ?? null}
              min={0}
              max={50}
              onCommit={(newPlay) => patch({ newPlay }, `new play ${newPlay.typed}`)}
              onClear={() => patch({ newPlay: null }, "no play when new")}
            />
            <PriceField
              label="price of the part"
              value={joint.cost}
              currency={currency}
              onCommit={(cost) => patch({ cost }, "price")}
            />
            <NumberField
              label="work"
              value={joint.minutes}
              {...boundsOf(resources.joint, "minutes")}
              unit="min"
              onCommit={(minutes) => patch({ minutes: minutes ?? 0 }, "minutes")}
            />
            <ShapeFields
              {...own}
              fields={[
                {
                  at: "part",
                  label: "same part as another joint",
                  words: true,
                  placeholder: "name of the part",
                  what: "part",
                },
              ]}
            />
          </div>
          <div>
            <Button size="small" onClick={() => edit.remove("joint", joint, `${joint.name} out of the chain`)}>
              Remove from the chain
            </Button>
          </div>
        </div>
      )}
    </li>
  );
}
