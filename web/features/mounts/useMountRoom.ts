import { useMemo, useState } from "react";
import { isRefusal, type MountRoomState, type MountSign, type RoomMount, type RoomUnit } from "../../../contract";
import { newId } from "../../data/saving";
import { useUnits } from "../../format/units";
import {
  findReading,
  firstReading,
  compareSets,
  heightPlace,
  measuredUnit,
  modesOf,
  NO_ROOM,
  firstSet,
  fitting,
  outlookOf,
  sentenceOf,
  withSign,
  type SignState,
} from "../../../domain";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";

/** Idle of a four that nobody entered; a usual one. */
const USUAL_IDLE = 800;

const USUAL_CYLINDERS = 4;

const ORIGINAL = "original";

/** Two mounts nearer than this, mm, sit on each other. */
const LEAST_APART_MM = 20;

export const TABS = { sets: "Sets", idle: "Idle", modes: "Modes" } as const;

/** The power unit of a job's vehicle, its sets of mounts, what is looked at, and every way to change them. */
export function useMountRoom({ view, edit }: StageProps, unit: RoomUnit) {
  const { job, vehicle } = view;
  const units = useUnits();
  const { me } = usePeople();
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
    () => compareSets(unit, room.sets, idleRpm, cylinders),
    [unit, room.sets, idleRpm, cylinders],
  );
  const modes = useMemo(() => modesOf(unit, shownSet?.changes ?? {}), [unit, shownSet]);

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
  const { own } = outlook;
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

  const patchSet = (next: MountRoomState["sets"][number], what: string): void =>
    newSet
      ? setNewSet(next)
      : patchRoom({ sets: room.sets.map((s) => (s.id === next.id ? next : s)) }, `${next.name}: ${what}`);
  const removeSet = (): void => {
    if (dialogSet && !newSet) {
      const chosen = room.chosen === dialogSet.id ? null : room.chosen;
      const sets = room.sets.filter((s) => s.id !== dialogSet.id);
      patchRoom({ sets, chosen }, `${dialogSet.name} taken away`);
      setPicked(null);
    }
    closeSet();
  };
  const moveMount = (name: string, xMm: number, yMm: number): void => {
    const near = unit.mounts.find((m) => m.name !== name && Math.hypot(m.xMm - xMm, m.yMm - yMm) < LEAST_APART_MM);
    setHeld(near ? `${name} is held where it was: it would sit on ${near.name}` : null);
    if (!near) patchMount(name, { xMm, yMm }, `${name} moved`);
  };
  const removeMount = (name: string): void => {
    patchUnit({ mounts: unit.mounts.filter((m) => m.name !== name) }, `${name} taken out`);
    setMount(null);
  };
  const sign = (mount: RoomMount, name: MountSign, state: SignState, words: string): void => {
    const { inspection, symptoms } = withSign(unit, room.inspection, job.symptoms, mount, name, state);
    edit.update(
      "job",
      job,
      {
        mountRoom: { ...room, inspection },
        ...(JSON.stringify(symptoms) !== JSON.stringify(job.symptoms) && { symptoms }),
      },
      `${words}: ${state === "untried" ? "not looked at" : state}`,
    );
  };
  return {
    view,
    unit,
    room,
    tab,
    setTab,
    shownId,
    shownSet,
    setPicked,
    mountName,
    setMount,
    held,
    dialog,
    setDialog,
    idleRpm,
    cylinders,
    compared,
    modes,
    outlook,
    sentence,
    selected,
    isNewSet: newSet !== null,
    dialogSet,
    gapped,
    pointMoves,
    patchUnit,
    patchMount,
    addMount,
    moveMount,
    removeMount,
    measure,
    addSet,
    keepSet,
    patchSet,
    removeSet,
    closeSet,
    fit,
    sign,
  };
}

export type MountRoomModel = ReturnType<typeof useMountRoom>;
