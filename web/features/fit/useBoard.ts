import { useState } from "react";
import type { Signature, TorqueGroup } from "../../../contract";
import {
  calibratedUntil,
  countsOf,
  judgeSigned,
  loadGate,
  progressOf,
  specOf,
  toolsFor,
  wasOutside,
  wrenchSetting,
} from "../../../domain";
import { newId } from "../../data/saving";
import type { StageProps } from "../../data/stage";
import { usePeople } from "../../data/useJobView";
import { useShop } from "../../data/useShop";
import { todayHere } from "../../format/dates";
import type { BoltState } from "../../pieces/torque/BoltPattern";
import { OUTCOME_WORDS } from "./outcomes";
import type { Outcome } from "./OutsideDialog";
import type { Signed } from "./ReadingPad";

/** What the person ticked at this group; it stays ticked from bolt to bolt. */
export interface Deeds {
  done: Signature["done"];
  secondId: string | null;
}

/** One group on the board: what is next, with which wrench, what stands against it, and the way to sign. */
export function useBoard({ view, edit, group }: StageProps & { group: TorqueGroup }) {
  const { me, people } = usePeople();
  const shop = useShop();
  const tools = shop?.shop.tools ?? [];
  const load = view.vehicle.load.now;
  const [overrule, setOverrule] = useState<{ reason: string; open: boolean }>({ reason: "", open: false });
  const [asked, setAsked] = useState<Signature | null>(null);
  const [outside, setOutside] = useState<Signed | null>(null);
  const [deeds, setDeeds] = useState<Deeds>({ done: [], secondId: null });
  const { order, passes, steps, open: openSteps, next, done } = progressOf(group, view.signature);
  const spec = specOf(group);
  const counted = countsOf(group, view.signature);
  const tried = view.signature.filter(
    (s) => s.groupId === group.id && (s.outcome === "redo" || s.outcome === "replaced"),
  );
  const pass = next ?? steps[steps.length - 1];
  const lastPass = passes[passes.length - 1].name;
  const at = (bolt: number, name: string): Signature | undefined =>
    counted.find((s) => s.bolt === bolt && s.pass === name);
  const bolts = order.map((bolt): BoltState => ({
    bolt,
    signed: Boolean(at(bolt, pass.name)),
    marked: Boolean(at(bolt, lastPass)),
    outside: counted.some((s) => s.bolt === bolt && wasOutside(group, s)),
    next: next?.bolt === bolt,
  }));
  const gate = next && loadGate(group, next, load);
  const askReuse = spec.kind === "torque" && spec.anglesDeg.length > 0 && group.reuse === "ask" && next !== null;
  const target = pass.targetNm;
  const chosen = tools.find((t) => t.id === group.toolId) ?? null;
  // Which wrench is in the hand only the person knows: one that would reach is offered, never taken for granted.
  const tool = chosen;
  const offered = target === null ? null : (toolsFor(target, tools, group.adapter).at(0) ?? null);
  const setting = target === null ? null : wrenchSetting(target, tool, group.adapter);
  const until = tool && calibratedUntil(tool);
  const last = next?.name === lastPass;

  const keep = (signed: Signed, outcome: Outcome): void => {
    if (!next) return;
    const told = outcome.outcome === "held" ? "" : `: ${OUTCOME_WORDS[outcome.outcome]}`;
    const { onTool = null, turnedDeg = null, ...read } = signed;
    const wrench = signed.reading ?? signed.setTo;
    edit.create(
      "signature",
      {
        jobId: view.job.id,
        groupId: group.id,
        bolt: next.bolt,
        pass: next.name,
        ...read,
        onTool,
        turnedDeg,
        ...outcome,
        tool: wrench && tool ? tool.name : "",
        toolId: wrench ? (tool?.id ?? null) : null,
        done: last ? deeds.done : [],
        secondId: group.twoPeople && last ? deeds.secondId : null,
        personId: me?.id ?? null,
        at: new Date().toISOString(),
        load,
        overruleReason: gate ? overrule.reason : "",
      },
      `${group.name}, bolt ${next.bolt}, ${next.name}${told}`,
    );
  };
  const sign = (signed: Signed): boolean => {
    const judged = next && judgeSigned(next, signed);
    if (judged && judged.judgement !== "inside") {
      setOutside(signed);
      return false;
    }
    keep(signed, { outcome: "held", outcomeReason: "" });
    return true;
  };

  /** What goes by feel is signed once, for all its fasteners together. */
  const signAll = (): void => {
    const at = new Date().toISOString();
    edit.all(
      `${group.name}: all by hand`,
      openSteps.map(({ bolt, name }) => ({
        op: "create" as const,
        resource: "signature" as const,
        id: newId(),
        data: {
          jobId: view.job.id,
          groupId: group.id,
          bolt,
          pass: name,
          done: deeds.done,
          personId: me?.id ?? null,
          at,
          load,
        },
      })),
    );
  };

  return {
    signAll: group.use === "snug" && spec.kind !== "torque" && openSteps.length > 1 ? signAll : null,
    /** Tightened by hand while nobody knows the value; what holds the vehicle never is. */
    signToFind: group.critical === "none" && !group.twoPeople && !(gate && !overrule.reason) ? signAll : null,
    me,
    people,
    load,
    order,
    passes,
    steps,
    next,
    done,
    spec,
    tried,
    pass,
    at,
    bolts,
    gate,
    askReuse,
    lacksSpec: next !== null && spec.kind === "missing" && next.pct !== null,
    lacksSecond: group.twoPeople && last && deeds.secondId === null,
    draftName: next ? `${group.id}/${next.name}/${next.bolt}` : group.id,
    tools,
    tool,
    offered,
    setting,
    /** The calibration of the tool is over, or was never noted. */
    overdue: tool !== null && (until === null || until < todayHere()),
    last,
    deeds,
    setDeeds,
    overrule,
    setOverrule,
    asked,
    setAsked,
    outside,
    setOutside,
    keep,
    sign,
  };
}

export type BoardModel = ReturnType<typeof useBoard>;
