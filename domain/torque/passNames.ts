import type { TorqueGroup } from "../../contract";

export type Passes = TorqueGroup["passes"];

/** Passes of fasteners that a kind of job says: one of the whole torque, or so many up to it; by feel is one by hand. */
export function passesFor(use: TorqueGroup["use"], count: number | null): Passes {
  const share = (pct: number): Passes[number] => ({ name: `${pct} %`, pct });
  if (use === "snug") return [{ name: "by hand", pct: null }];
  if (count === 1) return [share(100)];
  if (count === 2) return [share(60), share(100)];
  return [{ name: "snug", pct: null }, share(60), share(100)];
}

/** "snug, 60 %, 100 %". */
export const passesText = (passes: Passes): string => passes.map((p) => p.name).join(", ");

/** Reads passes as they are said; null where a word is neither a share of 1 to 100 % nor snug or hand tight. */
export function readPasses(text: string): Passes | null {
  const words = text.split(/[,;]/).map((w) => w.trim());
  if (!words.length || words.length > 6 || new Set(words).size !== words.length) return null;
  const passes: Passes = [];
  for (const word of words) {
    const share = /^(\d+(?:\.\d+)?)\s*%?$/.exec(word);
    if (share) {
      const pct = Number(share[1]);
      if (pct < 1 || pct > 100) return null;
      passes.push({ name: `${share[1]} %`, pct });
    } else if (/^(snug|hand tight|by hand)$/i.test(word)) {
      passes.push({ name: word.toLowerCase(), pct: null });
    } else return null;
  }
  return passes;
}
