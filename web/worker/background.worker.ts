import { expose, transfer } from "comlink";
import { askGatedLinkage, askLearn, askPlan, askShims, type Refusal } from "../../contract";
import { wavBytes } from "../../core";
import { answerWish, audit } from "../../domain";
import type { Background, TaskName, Tasks } from "./protocol";
import { spectrumOf } from "./spectrumOf";

/** How often the page hears how far a task has come, ms: more would keep it busy. */
const TELL_EVERY_MS = 80;

type Work<N extends TaskName> = (
  asked: Tasks[N]["asked"],
  tell: (part: number) => void,
) => Tasks[N]["answer"] | Refusal | Promise<Tasks[N]["answer"] | Refusal>;

const works: { [N in TaskName]: Work<N> } = {
  shims: askShims,
  gatedLinkage: askGatedLinkage,
  plan: askPlan,
  learn: askLearn,
  wish: ({ map, wish }, tell) => answerWish(map, wish, tell),
  audit,
  spectrum: async (asked, tell) => {
    const out = await spectrumOf(asked, tell);
    return "error" in out
      ? out
      : transfer(out, [out.amplitude.buffer, ...(out.halves?.amplitude.map((a) => a.buffer) ?? [])]);
  },
  wav: ({ samples, rateHz }) => {
    const bytes = wavBytes(samples, rateHz);
    return transfer(bytes, [bytes.buffer]);
  },
};

const background: Background = {
  async run(name, asked, onPart) {
    let told = 0;
    return works[name](asked, (part) => {
      const now = performance.now();
      if (now - told < TELL_EVERY_MS) return;
      told = now;
      onPart(part);
    });
  },
};

expose(background);
