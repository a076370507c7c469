import { useRef, useState } from "react";
import type { Step } from "../../../contract";
import { minuteOfDay } from "../../../core";
import { LOAD_NAMES, PLACE_NAMES } from "../../format/words";
import { capital } from "../../format/grammar";
import { count } from "../../format/words";
import { dayName } from "../../format/dates";
import { useGrip } from "../../ui/useGrip";
import { dayScale, LANES, movedTo, slotsOf, type Slot } from "./rails";
import type { PlanModel } from "./usePlan";
import { whyText } from "../../../domain";
import css from "./day.module.css";

/** What the rails take, px: words on the left, hours above, a rail for help, a lane each. */
const RAIL = { left: 132, width: 1178, head: 54, lane: 74, help: 26 };
/** Breadth of the words beside a call, px. */
const CALL_WORDS = 118;
const HEIGHT = RAIL.head + RAIL.help + LANES.length * RAIL.lane + 6;
const yOf = (lane: number): number => RAIL.head + RAIL.help + lane * RAIL.lane + RAIL.lane / 2;

const hhmm = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(Math.round(minutes % 60)).padStart(2, "0")}`;

interface Held {
  id: string;
  svg: SVGSVGElement;
  order: Step[];
}

/**
 * The day as rails, one a place: each step a slot as long as it takes, the mechanic's way a line between them, the
 * helper a double line, waits outlined. A slot is dragged along the day or moved with the arrow keys; what that would
 * break is said while it is held.
 */
export function DayRails({ plan, onOpen }: { plan: PlanModel; onOpen: (step: Step) => void }) {
  const { seen, hours, byId, answer, calls, waits, late } = plan;
  /** A drag ends in a click too; that one opens nothing. */
  const dragged = useRef(false);
  const sheet = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ id: string; to: number } | null>(null);
  const opens = minuteOfDay(hours.from) ?? 480;
  const scale = dayScale(seen?.schedule ?? [], opens, minuteOfDay(hours.to) ?? 1020);
  const { from, to } = scale;
  const perMinute = (RAIL.width - RAIL.left) / Math.min(scale.total, (to - from) * 1.5);
  const width = RAIL.left + scale.total * perMinute;
  const x = (clock: string | undefined): number => RAIL.left + (clock ? scale.at(clock) : 0) * perMinute;
  const slots = slotsOf(
    byId,
    seen?.schedule ?? [],
    (t) => ({
      from: x(t.start),
      to: x(t.end),
      ready: x(t.end) + (t.readyMin - t.endMin) * perMinute,
    }),
    plan.steps.length - plan.ahead.length,
  );
  const order = slots.map((s) => s.step);
  const trial = held ? movedTo(order, held.id, held.to) : null;
  const broken = trial ? plan.breaks(trial).filter((b) => b.step.id === held?.id || b.needs.id === held?.id) : [];
  const critical = new Set(answer?.criticalPath ?? []);

  const move = (id: string, index: number): void => {
    const next = movedTo(order, id, index);
    if (next.every((s, i) => s.id === order[i]?.id) || plan.breaks(next).length) return;
    plan.setShown("listed");
    plan.useOrder(
      next.map((s) => s.id),
      `${byId.get(id)?.text ?? "Step"}: moved in the order`,
    );
  };
  const placeAt = (svg: SVGSVGElement, clientX: number, id: string): number => {
    const box = svg.getBoundingClientRect();
    const at = ((clientX - box.left) / box.width) * width;
    return slots.filter((s) => s.step.id !== id && s.x + s.width / 2 < at).length;
  };
  const grip = useGrip<Slot, Held>({
    onTake: (_at, slot) => {
      // The steps two share are not one order that could be moved in.
      if (plan.who) return null;
      const svg = sheet.current;
      if (!svg) return null;
      dragged.current = false;
      return { id: slot.step.id, svg, order };
    },
    onMove: (h, { clientX }, { done }) => {
      const index = placeAt(h.svg, clientX, h.id);
      dragged.current = true;
      if (!done) return setHeld({ id: h.id, to: index });
      setHeld(null);
      move(h.id, index);
    },
    onCancel: () => setHeld(null),
  });
  const key = (e: React.KeyboardEvent, slot: Slot): void => {
    if (e.key === "Enter") return onOpen(slot.step);
    if (plan.who || (e.key !== "ArrowLeft" && e.key !== "ArrowRight")) return;
    e.preventDefault();
    move(slot.step.id, slot.index + (e.key === "ArrowLeft" ? -1 : 1));
  };

  const timed = (s: Step) => seen?.schedule.find((t) => t.id === s.id);
  /** Whether the next call begins where the words of this one would stand. */
  const isClose = (i: number, from: number): boolean =>
    calls[i + 1] !== undefined && x(timed(calls[i + 1].steps[0])?.start) < from + CALL_WORDS;

  const loads = loadRuns(slots);
  return (
    <div className={css.scroll}>
      <svg
        ref={sheet}
        className={css.rails}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        style={{ minWidth: Math.max(900, width * 0.78) }}
        role="group"
        aria-label="The day, by place"
        onPointerUp={() => setHeld(null)}
      >
        {scale.days.map((day, d) => (
          <g key={day}>
            {Array.from({ length: Math.floor((to - from) / 60) + 1 }, (_, h) => h).map((h) => {
              const px = RAIL.left + (d * (to - from) + h * 60) * perMinute;
              return (
                <g key={h}>
                  <line x1={px} x2={px} y1={20} y2={HEIGHT - 6} className={css.grid} />
                  <text x={px + 4} y={16} className={css.hour}>
                    {hhmm(from + h * 60).slice(0, 2)}
                  </text>
                </g>
              );
            })}
            {d > 0 && (
              <text x={RAIL.left + d * (to - from) * perMinute + 26} y={16} className={css.dayName}>
                {dayName(day)}
              </text>
            )}
          </g>
        ))}
        <text x={8} y={16} className={css.dayName}>
          {scale.days[0] && dayName(scale.days[0])}
        </text>
        <text x={8} y={RAIL.head - 10} className={css.quiet}>
          load state
        </text>
        {loads.map((l, i) => (
          <g key={i}>
            <rect x={l.from} y={26} width={Math.max(2, l.to - l.from)} height={20} className={css.load} />
            {l.to - l.from > 60 && (
              <text x={l.from + 6} y={40} className={css.quiet}>
                {fitted(l.words, l.to - l.from - 8)}
              </text>
            )}
          </g>
        ))}
        {LANES.map((lane, i) => (
          <g key={lane}>
            <line x1={RAIL.left} x2={width} y1={yOf(i)} y2={yOf(i)} className={css.rail} />
            <text x={8} y={yOf(i) - 2} className={css.lane}>
              {capital(PLACE_NAMES[lane])}
            </text>
            <text x={8} y={yOf(i) + 14} className={css.quiet}>
              {count(plan.visits.filter((v) => v.place === lane).length, "visit")}
            </text>
          </g>
        ))}
        <text x={8} y={RAIL.head + 16} className={css.lane}>
          Helper
        </text>
        {(plan.who ? [] : calls).map((call, i) => {
          const [x1, x2] = [x(timed(call.steps[0])?.start), x(timed(call.steps[call.steps.length - 1])?.end)];
          return (
            <g key={i} className={css.helper}>
              <line x1={x1} x2={x2} y1={RAIL.head + 12} y2={RAIL.head + 12} />
              <line x1={x1} x2={x2} y1={RAIL.head + 16} y2={RAIL.head + 16} />
              <circle cx={x1} cy={RAIL.head + 14} r={4.5} />
              {call.steps.map((s) => {
                const px = x(timed(s)?.start) + 8;
                const y2 = yOf(LANES.indexOf(s.place)) - 9;
                return (
                  <g key={s.id}>
                    <line x1={px - 2} x2={px - 2} y1={RAIL.head + 16} y2={y2} className={css.thin} />
                    <line x1={px + 1} x2={px + 1} y1={RAIL.head + 16} y2={y2} className={css.thin} />
                  </g>
                );
              })}
              <text x={x2 + 6} y={RAIL.head + 18} className={css.quiet} display={isClose(i, x2) ? "none" : undefined}>
                call {i + 1}: {timed(call.steps[0])?.start?.slice(11)}, {Math.round(call.endMin - call.startMin)} min
              </text>
            </g>
          );
        })}
        {plan.who ? (
          [0, 1].map((w) => (
            <path
              key={w}
              d={wayOf(slots.filter((s) => plan.who?.get(s.step.id) === w || s.step.hands === 2))}
              className={w ? `${css.way} ${css.other}` : css.way}
            />
          ))
        ) : (
          <path d={wayOf(slots)} className={css.way} />
        )}
        {waits.map((w) => {
          const slot = slots.find((s) => s.step.id === w.step.id);
          if (!slot) return null;
          const x1 = slot.x + slot.width;
          const x2 = Math.min(width - 2, x1 + (w.endMin - w.startMin) * perMinute);
          const y = yOf(slot.lane) + 17;
          return (
            <g key={w.step.id} className={css.wait}>
              <rect x={x1} y={y - 8} width={Math.max(8, x2 - x1)} height={16} rx={8} />
              {x2 - x1 > 62 && (
                <text x={(x1 + x2) / 2} y={y + 4} textAnchor="middle">
                  {fitted(`${w.step.facts?.waitFor || "wait"}, ${Math.round(w.endMin - w.startMin)} min`, x2 - x1 - 10)}
                </text>
              )}
            </g>
          );
        })}
        {slots.map((s) => {
          const y = yOf(s.lane);
          const missing = late.some((l) => s.step.facts?.parts.includes(l.part.name));
          return (
            <g
              key={s.step.id}
              {...grip(s)}
              tabIndex={0}
              role="button"
              aria-label={`${s.number}: ${s.step.text}, ${PLACE_NAMES[s.step.place]}`}
              aria-keyshortcuts="ArrowLeft ArrowRight Enter"
              className={[
                css.slot,
                critical.has(s.step.id) && css.critical,
                held?.id === s.step.id && css.held,
                plan.who?.get(s.step.id) === 1 && css.second,
              ]
                .filter(Boolean)
                .join(" ")}
              onKeyDown={(e) => key(e, s)}
              onClick={() => {
                if (!dragged.current) onOpen(s.step);
              }}
            >
              <title>{`${s.number}. ${s.step.text}`}</title>
              <rect x={s.x} y={y - 9} width={s.width} height={18} rx={9} />
              <text x={s.x + s.width / 2} y={y + 4.5} textAnchor="middle" className={css.number}>
                {s.number}
              </text>
              {s.step.hands === 2 && (
                <g className={css.two}>
                  <circle cx={s.x + s.width / 2 - 3} cy={s.label === "above" ? y + 13 : y - 13} r={2} />
                  <circle cx={s.x + s.width / 2 + 3} cy={s.label === "above" ? y + 13 : y - 13} r={2} />
                </g>
              )}
              {missing && (
                <rect
                  x={s.x + s.width - 11}
                  y={s.label === "above" ? y + 11 : y - 20}
                  width={9}
                  height={9}
                  className={css.missing}
                />
              )}
              {s.label !== "none" && (
                <text x={s.x} className={css.words}>
                  {s.lines.map((line, i) => (
                    <tspan
                      key={i}
                      x={s.x}
                      y={s.label === "above" ? y - 15 - (s.lines.length - 1 - i) * 12 : y + 21 + i * 12}
                    >
                      {line}
                    </tspan>
                  ))}
                </text>
              )}
            </g>
          );
        })}
        {seen && slots.length > 0 && (
          <g className={css.ready}>
            <line
              x1={x(lastEnd(seen.schedule))}
              x2={x(lastEnd(seen.schedule))}
              y1={20}
              y2={yOf(slots[slots.length - 1].lane)}
            />
            <path d={`M${x(lastEnd(seen.schedule)) - 5} 18 h10 l-5 8 z`} />
          </g>
        )}
        {held && trial && (
          <Holding
            slot={slots.find((s) => s.step.id === held.id)!}
            at={slots[Math.min(held.to, slots.length - 1)]}
            broken={broken.map((b) =>
              [b.step.id === held.id ? `needs first: ${b.needs.text}` : `${b.step.text} needs it first`, whyText(b.why)]
                .filter(Boolean)
                .join(": "),
            )}
            width={width}
          />
        )}
      </svg>
    </div>
  );
}

const lastEnd = (schedule: readonly { end?: string }[]): string | undefined =>
  schedule.reduce<string | undefined>((a, s) => (a === undefined || (s.end ?? "") > a ? s.end : a), undefined);

const fitted = (text: string, px: number): string =>
  text.length * 5.7 <= px ? text : `${text.slice(0, Math.max(1, Math.floor(px / 5.7) - 1))}\u2026`;

/** The mechanic's way: along a rail while a stay lasts, and straight across to the next place. */
function wayOf(slots: readonly Slot[]): string {
  return slots
    .map((s, i) => {
      const y = yOf(s.lane);
      const before = slots[i - 1];
      const start = before
        ? before.lane === s.lane
          ? `L${s.x} ${y}`
          : `L${before.x + before.width} ${yOf(before.lane)} L${s.x} ${y}`
        : `M${s.x} ${y}`;
      return `${start} L${s.x + s.width} ${y}`;
    })
    .join(" ");
}

/** How the vehicle is held over the day: steps that say nothing leave it as it is. */
function loadRuns(slots: readonly Slot[]): { from: number; to: number; words: string }[] {
  const runs: { from: number; to: number; words: string }[] = [];
  for (const s of slots) {
    const words = s.step.load.map((l) => LOAD_NAMES[l].toLowerCase()).join(", ");
    const last = runs.at(-1);
    if (last && (!words || words === last.words)) last.to = s.x + s.width;
    else if (words) {
      if (last) last.to = s.x;
      runs.push({ from: s.x, to: s.x + s.width, words });
    }
  }
  return runs;
}

/** What is in hand: where it would go, and what that breaks. */
function Holding({ slot, at, broken, width }: { slot: Slot; at: Slot; broken: string[]; width: number }) {
  const x = Math.min(at.x, width - 250);
  const y = Math.max(RAIL.head, yOf(slot.lane) - 78);
  return (
    <g className={broken.length ? css.breaks : css.goes} aria-live="polite">
      <line x1={at.x} x2={at.x} y1={RAIL.head} y2={HEIGHT - 8} />
      <rect x={x} y={y} width={244} height={26 + Math.min(3, broken.length) * 16} />
      <text x={x + 10} y={y + 17} className={css.holdHead}>
        {broken.length
          ? `${slot.number} here breaks ${broken.length === 1 ? "a need" : `${broken.length} needs`}`
          : `${slot.number} can go here`}
      </text>
      {broken.slice(0, 3).map((b, i) => (
        <text key={i} x={x + 10} y={y + 34 + i * 16} className={css.words}>
          {fitted(b, 226)}
        </text>
      ))}
    </g>
  );
}
