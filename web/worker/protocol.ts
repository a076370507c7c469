import type { Refusal } from "../../contract";
import type { AuditFinding, AuditInput, Wish, WishAnswer } from "../../domain";
import type {
  GatedAnswer,
  DesignInput,
  LearnAnswer,
  LearnInput,
  PlanAnswer,
  PlanInput,
  ShimsAnswer,
  SpectrumAnswer,
} from "../../core";

/** What is asked of a recording that is kept. */
export interface SpectrumRequest {
  file: string;
  rateHz: number;
  windowSamples?: number;
  /** For the order map: engine speed, and each source's turns to one of the engine. */
  rpmTrack?: { tS: number; rpm: number }[];
  orders?: number[];
  /** Window of the order map, samples: shorter, so that a run-up is followed. */
  mapWindow?: number;
}

/** A spectrum as the screen needs it: arrays as typed ones, the same of both halves of the record. */
export interface SpectrumDrawn extends Omit<SpectrumAnswer, "amplitude" | "orderMap"> {
  amplitude: Float32Array;
  /** First and second half by themselves: how far the same again would differ. Null of a record too short for it. */
  halves: { binHz: number; amplitude: [Float32Array, Float32Array] } | null;
  orderMap: SpectrumAnswer["orderMap"];
}

/** Everything that is calculated beside the screen: what is asked, and what comes of it. */
export interface Tasks {
  shims: { asked: unknown; answer: ShimsAnswer };
  gatedLinkage: { asked: unknown; answer: GatedAnswer };
  plan: { asked: PlanInput; answer: PlanAnswer };
  learn: { asked: LearnInput; answer: LearnAnswer };
  wish: { asked: { map: DesignInput; wish: Wish }; answer: WishAnswer };
  audit: { asked: AuditInput; answer: AuditFinding[] };
  spectrum: { asked: SpectrumRequest; answer: SpectrumDrawn };
  /** A WAV file of samples that were recorded in the page. */
  wav: { asked: { samples: Float32Array; rateHz: number }; answer: Uint8Array };
}

export type TaskName = keyof Tasks;

/** What the page may call in a worker. Types only: both ends import it. */
export interface Background {
  run<N extends TaskName>(
    name: N,
    asked: Tasks[N]["asked"],
    onPart: (part: number) => void,
  ): Promise<Tasks[N]["answer"] | Refusal>;
}
