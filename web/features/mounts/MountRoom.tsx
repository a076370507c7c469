import { Button } from "antd";
import { useMemo, useState } from "react";
import { isRefusal, type MountRoomState, type RoomMount, type RoomUnit } from "../../../contract";
import { useShopQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import type { ThreeState } from "../../ui/slots";
import { OriginMark } from "../../ui/marks";
import { Empty } from "../../ui/states";
import {
  findReading,
  firstReading,
  compareSets,
  heightPlace,
  isEntered,
  measuredUnit,
  modesOf,
  NO_ROOM,
  PRESETS,
  firstSet,
  fitting,
  gaugesOf,
  isTypical,
  outlookOf,
  sentenceOf,
  setNameOf,
} from "../../../domain";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";
import { Gauges } from "./Gauges";
import { Inspection } from "./Inspection";
import { MountStrip } from "./MountStrip";
import { MountWorking } from "./MountWorking";
import { Idle, Modes, TradeOff } from "./Panels";
import { SetDialog } from "./SetDialog";
import { UnitDialog } from "./UnitDialog";
import { RecordingSays } from "../../pieces/vibration/RecordingSays";
import { FromAbove, FromTheSide } from "./Views";
import { Press } from "../../ui/Press";
import css from "./mounts.module.css";

const TABS = { sets: "Sets", idle: "Idle", modes: "Modes" } as const;

/** Idle of a four that nobody entered; a usual one. */
const USUAL_IDLE = 800;
const USUAL_CYLINDERS = 4;

const ORIGINAL = "original";

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
  const [newSet, setNewSet] = useState<MountRoomState["sets"][number] | null>(null);
  const [dialog, setDialog] = useState<"unit" | "set" | "look" | "working" | null>(null);
  const shownId = picked ?? room.chosen ?? room.sets[0]?.id ?? ORIGINAL;
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
          Heights measured in Gauge are shown at the mounts; a mount that sagged tilts the unit and changes the joint
          angles behind it.
        </Empty>
      </>
    );
  }
  /** What is changed here was entered, and is no typical figure any more. */
  const patchUnit = (patch: Partial<RoomUnit>, what: string): void => {
    const entered = [...new Set([...unit.entered, ...Object.keys(patch)])];
    edit.update("vehicle", vehicle, { powerUnit: { ...unit, ...patch, entered } }, `Power unit: ${what}`);
  };
  const patchMount = (name: string, patch: Partial<RoomMount>, what: string): void =>
    patchUnit(
      {
        mounts: unit.mounts.map((m) =>
          m.name === name ? { ...m, ...patch, entered: [...new Set([...m.entered, ...Object.keys(patch)])] } : m,
        ),
      },
      what,
    );
  const addMount = (): void => {
    const name = ["front", "tail", "other", "mount 4", "mount 5", "mount 6"].find(
      (n) => !unit.mounts.some((m) => m.name === n),
    );
    const last = unit.mounts[unit.mounts.length - 1];
    const place = { name: name ?? `mount ${unit.mounts.length + 1}`, role: "other" as const, nominalMm: null };
    const added = { ...last, ...place, xMm: last.xMm + 150, hangs: false, rxDeg: 0, entered: [] };
    patchUnit({ mounts: [...unit.mounts, added] }, `${added.name} added`);
    setMount(added.name);
  };
  const patchRoom = (patch: Partial<MountRoomState>, what: string): void =>
    edit.update("job", job, { mountRoom: { ...room, ...patch } }, what);

  const outlook = outlookOf(view, unit, shownSet, shownId, compared);
  const { heights, fresh, now, then, shaftsNow, shaftsThen, noRoom, own, compared: answer } = outlook;
  const sentence = sentenceOf(outlook, shownSet, units);
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
  /** A new set is one only when it is kept: leaving its dialog leaves everything as it was. */
  const addSet = (): void => {
    setNewSet(firstSet(outlook, unit, newId()));
    setDialog("set");
  };
  const keepSet = (): void => {
    if (!newSet) return;
    patchRoom({ sets: [...room.sets, newSet] }, `Set of mounts: ${newSet.name}`);
    setPicked(newSet.id);
    closeSet();
  };
  const closeSet = (): void => {
    setNewSet(null);
    setDialog(null);
  };
  const dialogSet = newSet ?? shownSet;
  const fit = (): void => {
    if (shownSet && own)
      edit.all(
        `Fit ${shownSet.name}`,
        fitting(view, measuredUnit(view, unit).unit, room, shownSet, outlook, sentence, newId),
      );
  };
  const gapped = unit.points.filter((p) => p.gapMm !== null);
  const pointMoves = modes && !isRefusal(modes) ? modes.torque?.points : undefined;

  return (
    <>
      <Answer
        acts={
          <>
            {tabs}
            <Button onClick={() => setDialog("working")} aria-expanded={dialog === "working"}>
              Calculation
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
            <b>The mounts do not locate the unit: </b>
            {compared.error.message}.
          </>
        ) : (
          <>
            {isTypical(outlook, shownSet) && (
              <>
                <OriginMark origin="estimated" size={16} /> Estimated with typical figures.{" "}
              </>
            )}
            <b>{shownSet ? `${shownSet.name}.` : "As it is now."}</b>{" "}
            <Sentence text={sentence || "Take the heights of the mounts, and add a set to compare."} />
          </>
        )}
      </Answer>
      <section className={css.mroom} aria-label="Mount room">
        <div className={css.mpaper}>
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
              patchMount(name, { xMm, yMm }, `${name} moved`);
            }}
          />
          {held && (
            <p className={`och ${css.mheld}`} role="alert">
              {held}.
            </p>
          )}
          {noRoom && (
            <p className={`och ${css.mheld}`} role="alert">
              {noRoom}.
            </p>
          )}
          <FromTheSide
            unit={measuredUnit(view, unit).unit}
            now={now}
            then={then}
            shaftsNow={shaftsNow}
            shaftsThen={shaftsThen}
            setName={setNameOf(shownId, room.sets)}
          />
        </div>
        <div className={css.mside}>
          <div className="row-flex">
            <h2 className="hd2">Precision against noise</h2>
            <div className="tabs2 push" role="tablist" aria-label="Mount sets, idle, modes">
              {(Object.keys(TABS) as (keyof typeof TABS)[]).map((t) => (
                <Press key={t} role="tab" aria-selected={t === tab} onClick={() => setTab(t)}>
                  {TABS[t]}
                </Press>
              ))}
            </div>
          </div>
          {answer && tab === "sets" && (
            <TradeOff
              answer={answer}
              sets={room.sets}
              limitDb={unit.noiseLimitDb}
              agreed={isEntered(unit, "noiseLimitDb")}
              shown={shownId}
              onShow={setPicked}
            />
          )}
          {answer && tab === "idle" && (
            <Idle answer={answer} sets={room.sets} order={cylinders / 2} idleRpm={idleRpm} />
          )}
          {modes && !isRefusal(modes) && tab === "modes" && <Modes unit={unit} answer={modes} />}
          <RecordingSays view={view} />
          {gapped.length > 0 && pointMoves && (
            <ul className={css.mnotes}>
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
          <div className={`row-flex ${css.macts}`}>
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
            {unit.mounts.length < 12 && (
              <Button size="small" onClick={addMount}>
                Add a mount
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
            patchMount(selected.name, patch, `${selected.name}: ${what}`);
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
        <Gauges list={gaugesOf(outlook, unit, shownSet, units)} />
      )}
      {dialog === "unit" && <UnitDialog unit={unit} onChange={patchUnit} onClose={() => setDialog(null)} />}
      {dialog === "set" && dialogSet && (
        <SetDialog
          unit={unit}
          set={dialogSet}
          currency={shop?.shop.currency ?? ""}
          onChange={(next, what) =>
            newSet
              ? setNewSet(next)
              : patchRoom({ sets: room.sets.map((s) => (s.id === next.id ? next : s)) }, `${next.name}: ${what}`)
          }
          onKeep={newSet ? keepSet : undefined}
          onRemove={() => {
            if (!newSet) {
              patchRoom(
                {
                  sets: room.sets.filter((s) => s.id !== dialogSet.id),
                  chosen: room.chosen === dialogSet.id ? null : room.chosen,
                },
                `${dialogSet.name} taken away`,
              );
              setPicked(null);
            }
            closeSet();
          }}
          onClose={closeSet}
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
        <MountWorking
          onClose={() => setDialog(null)}
          tilt={now?.tiltDeg ?? null}
          inclination={measuredUnit(view, unit).unit.shafts[0]?.sideDeg ?? null}
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
