import { type Joint, type Operation } from "../../../contract";
import { useMemo, useState } from "react";
import { driveSolver, type PlayDirection, type ReplacePlan } from "../../../core";
import { useShopQuery, useVehicleQuery } from "../../data/api";
import { newId } from "../../data/saving";
import type { StageProps } from "../../data/stage";
import {
  nextPosition,
  contextOf,
  namesOf,
  sheetJoints,
  solveChain,
  standardJoints,
  USUAL_GRADES,
} from "../../../domain";

/** The chain of joints of a job: which lever it is read with, what it comes to, and what is put on the plan. */
export function useSlackChain({ view, edit }: StageProps) {
  const [direction, setDirection] = useState<PlayDirection>("foreAft");
  const { data: shop } = useShopQuery();
  const grades = shop?.shop.grades ?? USUAL_GRADES;
  const old = view.setup.find((s) => s.role === "old") ?? null;
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId) ?? null;
  const usable = (lever: typeof old): typeof old =>
    lever && !driveSolver(lever.lever).neutralAtDeadCentre ? lever : null;
  // What was measured was measured with the old lever; what is bought is bought for the chosen one.
  const before = usable(old);
  const after = usable(chosen) ?? before;
  const context = useMemo(() => contextOf(view, direction, before), [view, direction, before]);
  const answer = useMemo(() => solveChain(context), [context]);
  const planned = useMemo(
    () => (after === before ? answer : solveChain({ ...context, lever: after, measuredMm: null })),
    [after, before, answer, context],
  );
  const shown = view.joint.filter((j) => j.direction === direction);
  const { data: dossier } = useVehicleQuery(view.vehicle.id);
  const ofSheet = dossier?.sheet?.chain ?? null;
  const begin = (): void =>
    edit.all(ofSheet ? "The sheet\u2019s joints" : "The usual joints", [
      ...(ofSheet ? sheetJoints(view, ofSheet, grades) : standardJoints(view, grades)).map((data): Operation => ({
        op: "create",
        resource: "joint",
        id: newId(),
        data: { ...data },
      })),
    ]);

  // What is on the plan already is not put there twice.
  const toAdd = (set: ReplacePlan): { parts: [string, Joint][]; steps: string[] } => {
    const joints = view.joint.filter((j) => set.replace.includes(j.id));
    const named = [...new Map(joints.map((j) => [(j.part || j.name).slice(0, 80), j])).entries()];
    return {
      parts: named.filter(([name]) => !view.part.some((p) => p.name === name)),
      steps: named.map(([name]) => `Replace: ${name}`).filter((text) => !view.step.some((s) => s.text === text)),
    };
  };
  const isPlanned = (set: ReplacePlan): boolean => {
    const { parts, steps } = toAdd(set);
    return parts.length + steps.length === 0;
  };
  const commit = (set: ReplacePlan): void => {
    const { parts, steps } = toAdd(set);
    if (!parts.length && !steps.length) return;
    const [partFrom, stepFrom] = [nextPosition(view.part), nextPosition(view.step)];
    edit.all(`Replace ${namesOf(set.replace, view.joint)}`, [
      ...parts.map(([name, j], i): Operation => ({
        op: "create",
        resource: "part",
        id: newId(),
        data: { jobId: view.job.id, name, price: j.cost, position: partFrom + i },
      })),
      ...steps.map((text, i): Operation => ({
        op: "create",
        resource: "step",
        id: newId(),
        data: { jobId: view.job.id, text, place: "under", position: stepFrom + i },
      })),
    ]);
  };

  return {
    view,
    edit,
    direction,
    setDirection,
    grades,
    currency: shop?.shop.currency ?? "",
    chosen,
    before,
    after,
    context,
    answer,
    planned,
    shown,
    ofSheet: ofSheet ? (dossier?.sheet?.name ?? "") : null,
    begin,
    isPlanned,
    commit,
  };
}

type Chain = ReturnType<typeof useSlackChain>;

/** A chain that has joints, and so an answer. */
export type SlackModel = Chain & { answer: NonNullable<Chain["answer"]>; planned: NonNullable<Chain["planned"]> };
