import { refusal, type Refusal } from "./refusal";

/** Deepest nesting that is read. Nothing of ours goes beyond a dozen; far deeper, readers run out of stack. */
const DEEPEST = 64;

export type JsonRead = { ok: true; value: unknown } | { ok: false; refusal: Refusal };

/** Position of the bracket that nests too deep, or -1. Brackets inside text do not count. */
function tooDeepAt(text: string): number {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 0x5c) i += 1;
      else if (c === 0x22) quoted = false;
    } else if (c === 0x22) quoted = true;
    else if (c === 0x5b || c === 0x7b) {
      depth += 1;
      if (depth > DEEPEST) return i;
    } else if (c === 0x5d || c === 0x7d) depth -= 1;
  }
  return -1;
}

/** Reads JSON text from outside, at any endpoint: what is no JSON, or nests too deep to be looked through, is refused. */
export function readJson(text: string): JsonRead {
  const deep = tooDeepAt(text);
  if (deep >= 0) {
    const accepts = `JSON nested up to ${DEEPEST} deep`;
    return {
      ok: false,
      refusal: refusal("invalid_json", "", text.slice(0, 80), accepts, undefined, { position: deep }),
    };
  }
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch (error) {
    const message = error instanceof Error ? error.message : "not JSON";
    return { ok: false, refusal: refusal("invalid_json", "", text.slice(0, 80), "JSON text", message) };
  }
}

/** The same of bytes, which must be UTF-8. */
export function readJsonBytes(bytes: Uint8Array): JsonRead {
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return { ok: false, refusal: refusal("invalid_json", "", null, "JSON text in UTF-8", "this is not text in UTF-8") };
  }
  return readJson(text);
}
