/** How the bytes of a text were read. */
export type TextEncoding = "utf-8" | "utf-16le" | "utf-16be" | "windows-1252";

export interface DecodedText {
  text: string;
  encoding: TextEncoding;
  /** Nothing in the file says so: signs such as ± and ° may be others. */
  guessed: boolean;
}

/** Bytes that are looked at for the zeros of UTF-16. */
const LOOK_BYTES = 4096;

/**
 * The text of a file by its byte order mark; without one as UTF-8 where it is that, as UTF-16 where every other byte is
 * nought, and else as Windows-1252 (Latin-1 with its additions), which holds any bytes and so is a guess. The mark
 * itself is left out.
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  const [a, b, c] = bytes;
  if (a === 0xff && b === 0xfe) return read(bytes, "utf-16le", false);
  if (a === 0xfe && b === 0xff) return read(bytes, "utf-16be", false);
  if (a === 0xef && b === 0xbb && c === 0xbf) return read(bytes, "utf-8", false);
  const zeros = zerosAt(bytes.subarray(0, LOOK_BYTES));
  if (zeros) return read(bytes, zeros, true);
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "utf-8", guessed: false };
  } catch {
    return read(bytes, "windows-1252", true);
  }
}

const read = (bytes: Uint8Array, encoding: TextEncoding, guessed: boolean): DecodedText => ({
  text: new TextDecoder(encoding).decode(bytes),
  encoding,
  guessed,
});

/** UTF-16 of Western text has a nought in nearly every pair, always on the same side. */
function zerosAt(bytes: Uint8Array): "utf-16le" | "utf-16be" | null {
  const pairs = Math.floor(bytes.length / 2);
  if (pairs < 4) return null;
  let [first, second] = [0, 0];
  for (let i = 0; i < pairs; i++) {
    if (bytes[2 * i] === 0) first += 1;
    if (bytes[2 * i + 1] === 0) second += 1;
  }
  if (second > 0.7 * pairs && first < 0.1 * pairs) return "utf-16le";
  return first > 0.7 * pairs && second < 0.1 * pairs ? "utf-16be" : null;
}
