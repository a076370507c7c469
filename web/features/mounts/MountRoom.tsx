import { Button, Modal } from "antd";
import { useMemo, useState } from "react";
import { isRefusal, type MountRoomState, type Operation, type RoomUnit } from "../../../contract";
import { formatNumber } from "../../../core";
import { useShopQuery } from "../../app/api";
import { newId } from "../../app/saving";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import type { ThreeState } from "../../ui/slots";
import { Empty } from "../../ui/states";
import { findReading, firstReading } from "../gauge/readings";
import type { StageProps } from "../job/JobPage";
import { nextPosition, usePeople } from "../job/useJobView";
import { Inspection, SetDialog, UnitDialog } from "./Dialogs";
import { Gauges, type GaugeReading } from "./Gauges";
import { MountStrip } from "./MountStrip";
import { Idle, Modes, setNameOf, TradeOff } from "./Panels";
import {
  changeOf,
  compareSets,
  heightPlace,
  heightsOf,
  modesOf,
  NO_ROOM,
  PRESETS,
  sagOf,
  shaftsOf,
  shaftTrouble,
} from "./room";
import { RecordingSays } from "../vibration/RecordingSays";
import { FromAbove, FromTheSide } from "./Views";
import "../throwBench/bench.css";
import "../set/set.css";
import "../ask/ask.css";
import "./mounts.css";

const TABS = { sets: "Sets", idle: "Idle", modes: "Modes" } as const;

/** Idle of a four that nobody entered; a usual one. */
const USUAL_IDLE = 800;
const USUAL_CYLINDERS = 4;

const AS_IT_CAME = "as it came";

/** How the unit sits and shakes, what the shafts make of it, and which set of mounts is worth its noise. */
export function MountRoom({ view, edit, tabs }: StageProps & { tabs: React.ReactNode }) {
  const { job, vehicle } = view;
  const units = useUnits();
  const { me } = usePeople();
  const { data: shop } = useShopQuery();
  const unit = vehicle.powerUnit;
  const room = job.mountRoom ?? NO_ROOM;
  const [tab, setTab] = useState<keyof typeof TABS>("sets");
  const [picked, setPicked] = useState<string | null>(null);
  const [mountName, setMount] = useState<string | null>(null);
  const [held, setHeld] = useState<string | null>(null);
  const [dialog, setDialog] = useState<"unit" | "set" | "look" | "working" | null>(null);
  const shownId = picked ?? room.chosen ?? room.sets[0]?.id ?? AS_IT_CAME;
  const shownSet = room.sets.find((s) => s.id === shownId) ?? null;
  const idleRpm = vehicle.idleRpm ?? USUAL_IDLE;
  const cylinders = vehicle.cylinders ?? USUAL_CYLINDERS;
  const compared = useMemo(
    () => (unit ? compareSets(unit, room.sets, idleRpm, cylinders) : null),
    [unit, room.sets, idleRpm, cylinders],
  );
  const modes = useMemo(() => (unit ? modesOf(unit, shownSet?.changes ?? {}) : null), [unit, shownSet]);

  if (!unit) {
    const begin = (preset: RoomUnit, words: string): void =>
      edit.update("vehicle", vehicle, { powerUnit: preset }, `Power unit: ${words}`);
    return (
      <>
        <Answer acts={tabs}>
          <b>How does the power unit sit?</b> Begin with a usual arrangement of mounts and correct it.
        </Answer>
        <Empty
          title="The mounts of this vehicle are not known yet"
          acts={Object.values(PRESETS).map((p) => (
            <Button key={p.words} onClick={() => begin(p.unit, p.words)}>
              {p.words.charAt(0).toUpperCase() + p.words.slice(1)}
            </Button>
          ))}
        >
          Heights you take in Gauge stand at the mounts; a mount that sagged tilts the unit and bends the joints behind
          it.
        </Empty>
      </>
    );
  }
  const patchUnit = (patch: Partial<RoomUnit>, what: string): void =>
    edit.update("vehicle", vehicle, { powerUnit: { ...unit, ...patch } }, `Power unit: ${what}`);
  const patchRoom = (patch: Partial<MountRoomState>, what: string): void =>
    edit.update("job", job, { mountRoom: { ...room, ...patch } }, what);

  const heights = heightsOf(view, unit);
  // A mount that is replaced by anything stands as high as a new one; looking at "as it came, new", all do.
  const fresh = new Set(shownSet ? Object.keys(shownSet.changes) : unit.mounts.map((m) => m.name));
  const now = sagOf(unit, heights, new Set());
  const then = now && sagOf(unit, heights, fresh);
  const shaftsNow = shaftsOf(unit, null, null);
  const shaftsThen = shaftsOf(unit, now, then);
  const noRoom = shaftTrouble(unit, null, null) ?? shaftTrouble(unit, now, then);
  const answer = compared && !isRefusal(compared) ? compared : null;
  const own = answer?.sets.find((s) => s.name === shownId) ?? null;
  const worst = heights.reduce<(typeof heights)[number] | null>(
    (a, b) => ((b.sagMm ?? 0) > (a?.sagMm ?? 0) ? b : a),
    null,
  );
  const selected = unit.mounts.find((m) => m.name === mountName) ?? null;

  const measure = (name: string, value: { typed: string; base: number }): void => {
    const m = heightPlace(name);
    const reading = findReading(view.reading, m, "before");
    if (reading) edit.update("reading", reading, { values: [value] }, `Mount height, ${name}: ${value.typed}`);
    else
      edit.create(
        "reading",
        firstReading(view, m, "before", value, units.system, me?.id ?? null),
        `Mount height, ${name}: ${value.typed}`,
      );
  };
  const addSet = (): void => {
    const id = newId();
    const worn = heights.filter((h) => (h.sagMm ?? 0) > 5).map((h) => h.mount.name);
    const replaced = worn.length ? worn : unit.mounts.filter((m) => m.role === "tail").map((m) => m.name);
    const changes = Object.fromEntries(replaced.map((n) => [n, changeOf("firm")]));
    patchRoom(
      {
        sets: [
          ...room.sets,
          { id, name: `Firm rubber, ${replaced.join(" and ") || "none"}`.slice(0, 60), price: null, changes },
        ],
      },
      "Set of mounts",
    );
    setPicked(id);
    setDialog("set");
  };
  const fit = (): void => {
    if (!shownSet || !own) return;
    const names = Object.keys(shownSet.changes);
    const parts = names
      .map((n) => `Mount ${n}, ${shownSet.changes[n].material}`.slice(0, 80))
      .filter((name) => !view.part.some((p) => p.name === name));
    const from = nextPosition(view.part);
    edit.all(`Fit ${shownSet.name}`, [
      {
        op: "update",
        resource: "job",
        id: job.id,
        version: job.version,
        data: {
          mountRoom: {
            ...room,
            chosen: shownSet.id,
            reason: sentenceText,
            expect: {
              inclinationDeg:
                then?.tiltDeg == null || !unit.shafts.length
                  ? null
                  : unit.shafts[0].sideDeg + then.tiltDeg - (now?.tiltDeg ?? 0),
              jointDeg: shaftsThen?.joints.map((j) => j.angleDeg) ?? [],
              shifterMm: own.shifter.totalMm,
              idleDb: own.idle.againstReferenceDb,
            },
          },
        },
      },
      ...parts.map((name, i): Operation => ({
        op: "create",
        resource: "part",
        id: newId(),
        data: { jobId: job.id, name, price: i === 0 ? shownSet.price : null, position: from + i },
      })),
    ]);
  };

  const joint = shaftsNow?.joints[0];
  const jointThen = shaftsThen?.joints[0];
  const over = shaftsNow?.notices.find((n) => n.code !== "angleUnder") ?? null;
  const sentenceText = [
    worst?.sagMm != null && worst.sagMm > 0.5
      ? `The ${worst.mount.name} has lost ${units.show(worst.sagMm, "length")} and tilts the unit by ${formatNumber(now?.tiltDeg ?? 0, 3)}°.`
      : "",
    joint && jointThen && worst?.sagMm != null && worst.sagMm > 0.5
      ? `Joint 1 stands at ${formatNumber(joint.angleDeg, 1)}°${over ? ", over its limit, and shakes" : ""}; new height brings back ${formatNumber(jointThen.angleDeg, 1)}°.`
      : "",
    own && shownSet
      ? `The shifter moves ${units.show(own.shifter.totalMm, "length")}, was ${units.bare(answer?.sets[0].shifter.totalMm ?? 0, "length")}; idle ${formatNumber(Math.abs(own.idle.againstReferenceDb), 1)} dB ${own.idle.againstReferenceDb >= 0 ? "louder" : "quieter"}.`
      : "",
  ]
    .filter(Boolean)
    .join(" ");

  const gauges: GaugeReading[] = [
    {
      name: worst ? `Height lost, ${worst.mount.name}` : "Height lost",
      limit: "warn at 5",
      unit: "mm",
      digits: 1,
      before: worst?.sagMm ?? null,
      after: worst && fresh.has(worst.mount.name) ? 0 : (worst?.sagMm ?? null),
      most: 5,
      origin: "measured",
    },
    ...(shaftsNow?.joints.slice(0, 2).map((j, i): GaugeReading => ({
      name: `Joint ${i + 1}`,
      limit: "limit 3.0",
      unit: "°",
      digits: 2,
      before: j.angleDeg,
      after: shaftsThen?.joints[i].angleDeg ?? null,
      most: 3,
      origin: "calculated",
    })) ?? []),
    ...(shaftsNow && shaftsNow.joints.length === 2
      ? [
          {
            name: "Between the joints",
            limit: "limit 1.0",
            unit: "°",
            digits: 2,
            before: Math.abs(shaftsNow.joints[0].angleDeg - shaftsNow.joints[1].angleDeg),
            after: shaftsThen ? Math.abs(shaftsThen.joints[0].angleDeg - shaftsThen.joints[1].angleDeg) : null,
            most: 1,
            origin: "calculated" as const,
          },
        ]
      : []),
    {
      name: "Shifter moves",
      limit: "first gear",
      unit: "mm",
      digits: 1,
      before: answer?.sets[0].shifter.totalMm ?? null,
      after: own?.shifter.totalMm ?? null,
      origin: "calculated",
    },
    {
      name: "Noise at idle",
      limit: `limit +${formatNumber(unit.noiseLimitDb, 0)}`,
      unit: "dB",
      digits: 1,
      before: 0,
      after: own?.idle.againstReferenceDb ?? null,
      most: unit.noiseLimitDb,
      origin: "calculated",
    },
  ];
  const gapped = unit.points.filter((p) => p.gapMm !== null);
  const pointMoves = modes && !isRefusal(modes) ? modes.torque?.points : undefined;

  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            <Button onClick={() => setDialog("working")} aria-expanded={dialog === "working"}>
              Working
            </Button>
            {shownSet && (
              <Button type="primary" disabled={!own || room.chosen === shownSet.id} onClick={fit}>
                {room.chosen === shownSet.id ? "This set is chosen" : "Fit this set"}
              </Button>
            )}
          </>
        }
      >
        {compared && isRefusal(compared) ? (
          <>
            <b>The unit is not held: </b>
            {compared.error.message}.
          </>
        ) : (
          <>
            <b>{shownSet ? `${shownSet.name}.` : "As it stands."}</b>{" "}
            <Sentence text={sentenceText || "Take the heights of the mounts, and add a set to compare."} />
          </>
        )}
      </Answer>
      <section className="mroom" aria-label="Mount room">
        <div className="mpaper">
          <FromAbove
            unit={unit}
            heights={heights}
            chosen={mountName}
            fresh={shownSet ? fresh : new Set()}
            onChoose={setMount}
            onMove={(name, xMm, yMm) => {
              const near = unit.mounts.find((m) => m.name !== name && Math.hypot(m.xMm - xMm, m.yMm - yMm) < 20);
              setHeld(near ? `${name} is held where it was: it would sit on ${near.name}` : null);
              if (near) return;
              patchUnit(
                { mounts: unit.mounts.map((m) => (m.name === name ? { ...m, xMm, yMm } : m)) },
                `${name} moved`,
              );
            }}
          />
          {held && (
            <p className="och mheld" role="alert">
              {held}.
            </p>
          )}
          {noRoom && (
            <p className="och mheld" role="alert">
              {noRoom}.
            </p>
          )}
          <FromTheSide
            unit={unit}
            now={now}
            then={then}
            shaftsNow={shaftsNow}
            shaftsThen={shaftsThen}
            setName={setNameOf(shownId, room.sets)}
          />
        </div>
        <div className="mside">
          <div className="row-flex">
            <h2 className="hd2">Precision against noise</h2>
            <div className="tabs2 push" role="tablist" aria-label="Mount sets, idle, modes">
              {(Object.keys(TABS) as (keyof typeof TABS)[]).map((t) => (
                <button key={t} type="button" role="tab" aria-selected={t === tab} onClick={() => setTab(t)}>
                  {TABS[t]}
                </button>
              ))}
            </div>
          </div>
          {answer && tab === "sets" && (
            <TradeOff answer={answer} sets={room.sets} limitDb={unit.noiseLimitDb} shown={shownId} onShow={setPicked} />
          )}
          {answer && tab === "idle" && (
            <Idle answer={answer} sets={room.sets} order={cylinders / 2} idleRpm={idleRpm} />
          )}
          {modes && !isRefusal(modes) && tab === "modes" && <Modes unit={unit} answer={modes} />}
          <RecordingSays view={view} />
          {gapped.length > 0 && pointMoves && (
            <ul className="mnotes">
              {gapped.map((p) => {
                const moved = pointMoves.find((m) => m.name === p.name)?.totalMm ?? 0;
                const left = (p.gapMm ?? 0) - moved;
                return (
                  <li key={p.name} className={left <= 0 ? "brk" : undefined}>
                    {p.name}: moves {units.show(moved, "length")},{" "}
                    {left > 0 ? `${units.show(left, "length")} of its gap are left` : "its gap is gone"}
                  </li>
                );
              })}
            </ul>
          )}
          <div className="row-flex macts">
            {room.sets.length < 9 && (
              <Button size="small" onClick={addSet}>
                Add a set
              </Button>
            )}
            {shownSet && (
              <Button size="small" onClick={() => setDialog("set")}>
                Change this set
              </Button>
            )}
            <Button size="small" onClick={() => setDialog("unit")}>
              Power unit and shafts
            </Button>
            <Button size="small" onClick={() => setDialog("look")}>
              Look at the mounts
            </Button>
          </div>
        </div>
      </section>
      {selected ? (
        <MountStrip
          key={selected.name}
          mount={selected}
          names={unit.mounts.map((m) => m.name)}
          measured={heights.find((h) => h.mount.name === selected.name)?.measured ?? null}
          onPatch={(patch, what) => {
            patchUnit(
              { mounts: unit.mounts.map((m) => (m.name === selected.name ? { ...m, ...patch } : m)) },
              `${selected.name}: ${what}`,
            );
            if (patch.name) setMount(patch.name);
          }}
          onMeasure={(v) => measure(selected.name, v)}
          onRemove={
            unit.mounts.length > 2
              ? () => {
                  patchUnit(
                    { mounts: unit.mounts.filter((m) => m.name !== selected.name) },
                    `${selected.name} taken out`,
                  );
                  setMount(null);
                }
              : undefined
          }
          onClose={() => setMount(null)}
        />
      ) : (
        <Gauges list={gauges} />
      )}
      {dialog === "unit" && <UnitDialog unit={unit} onChange={patchUnit} onClose={() => setDialog(null)} />}
      {dialog === "set" && shownSet && (
        <SetDialog
          unit={unit}
          set={shownSet}
          currency={shop?.shop.currency ?? ""}
          onChange={(next, what) =>
            patchRoom({ sets: room.sets.map((s) => (s.id === next.id ? next : s)) }, `${next.name}: ${what}`)
          }
          onRemove={() => {
            patchRoom(
              {
                sets: room.sets.filter((s) => s.id !== shownSet.id),
                chosen: room.chosen === shownSet.id ? null : room.chosen,
              },
              `${shownSet.name} taken away`,
            );
            setPicked(null);
            setDialog(null);
          }}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === "look" && (
        <Inspection
          view={view}
          unit={unit}
          room={room}
          onLook={(nextLook) => patchUnit({ nextLook }, "look again")}
          onSign={(mount, sign, state, observation, words) => {
            const signs = { ...room.inspection[mount.name] };
            if (state === "untried") delete signs[sign];
            else signs[sign] = state;
            edit.update(
              "job",
              job,
              {
                mountRoom: { ...room, inspection: { ...room.inspection, [mount.name]: signs } },
                ...(observation && { symptoms: withAnswer(job.symptoms, observation, state) }),
              },
              `${words}: ${state === "untried" ? "not looked at" : state}`,
            );
          }}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === "working" && (
        <WorkingDialog
          onClose={() => setDialog(null)}
          tilt={now?.tiltDeg ?? null}
          inclination={unit.shafts[0]?.sideDeg ?? null}
          notices={shaftsNow?.notices.map((n) => n.message) ?? []}
        />
      )}
    </>
  );
}

/** Ask knows one answer a question: a sign that is there on one mount is there, one that is absent here may be elsewhere. */
function withAnswer(
  symptoms: Record<string, "present" | "absent">,
  id: string,
  state: ThreeState,
): Record<string, "present" | "absent"> {
  const next = { ...symptoms };
  if (state === "untried") delete next[id];
  else if (state === "present" || next[id] !== "present") next[id] = state;
  return next;
}

function Sentence({ text }: { text: string }) {
  return text.split(/(\d[\d.,\u202f]*)/).map((part, i) => (i % 2 ? <Num key={i}>{part}</Num> : part));
}

function WorkingDialog({
  onClose,
  tilt,
  inclination,
  notices,
}: {
  onClose: () => void;
  tilt: number | null;
  inclination: number | null;
  notices: string[];
}) {
  return (
    <Modal open title="Working" footer={null} width={620} onCancel={onClose}>
      <div className="working">
        <p>
          Sag is new height less measured height. A plane (or a line) is laid through the sags by least squares; its
          slope is the tilt, and the gearbox’s inclination moves by it. The flange moves with it, which turns the shaft
          behind by atan(movement / length).
        </p>
        {tilt !== null && inclination !== null && (
          <p className="n">
            tilt {formatNumber(tilt, 4)}°; gearbox {formatNumber(inclination, 2)}° now,{" "}
            {formatNumber(inclination - tilt, 2)}° level
          </p>
        )}
        <p>
          Each joint’s angle is that between the two shafts’ directions. A Cardan joint shakes with the square of its
          angle, twice a turn; two of them cancel when their angles are equal and the yokes in phase.
        </p>
        {notices.map((n) => (
          <p key={n} className="och">
            {n}.
          </p>
        ))}
        <p>
          The unit is a rigid body on springs: six ways to shake, by mass and stiffness. What the mounts pass on at idle
          is taken at the roll mode, by its loss factor. The body is taken as rigid and limiters are left out, so a hard
          set is louder than shown. Materials’ figures are usual ones, common practice, no source.
        </p>
      </div>
    </Modal>
  );
}
