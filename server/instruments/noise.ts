/** A small seeded generator, even from 0 to 1: the same seed gives the same run. Source: T. Wang's 32-bit integer mix. */
export function evenFrom(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => {
    state = Math.imul(state ^ (state >>> 15), 0x2c1b3c6d);
    state = Math.imul(state ^ (state >>> 12), 0x297a2d39);
    state = (state ^ (state >>> 15)) >>> 0;
    state = (state + 0x9e3779b9) >>> 0;
    return state / 2 ** 32;
  };
}

/** Nearly normal noise with a deviation of one: the sum of twelve even draws, less six. */
export function noiseFrom(seed: number): () => number {
  const even = evenFrom(seed);
  return () => {
    let sum = -6;
    for (let i = 0; i < 12; i++) sum += even();
    return sum;
  };
}

/** A seed made of words: the same vehicle shakes the same way. Source: FNV-1a, 32 bits. */
export function seedOf(...words: string[]): number {
  let h = 0x811c9dc5;
  for (const c of words.join("|")) h = Math.imul(h ^ c.charCodeAt(0), 0x01000193);
  return h >>> 0;
}
