/** Counts of codes by length of the usual table for luminance AC coefficients [ITU-T T.81, table K.5]. */
const USUAL_AC_COUNTS = [0, 2, 1, 3, 3, 2, 4, 3, 5, 5, 4, 4, 0, 0, 1, 125];

/** Zero bytes in a row that no picture packed with the usual tables holds: they would be 63 equal coefficients, again and again. */
const LONGEST_ZERO_RUN = 64;

const DHT = 0xc4;
const SOS = 0xda;

/**
 * Whether a stretch of a JPEG file was lost and filled with zeros, as a failing card or a broken copy leaves it. Such a
 * file often decodes to its end without an error. Only pictures packed with the usual code tables can be judged so;
 * with tables of its own a flat picture may rightly be all zeros.
 */
export function hasZeroedStretch(bytes: Uint8Array): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return false;
  let usual = false;
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1];
    const length = bytes[at + 2] * 256 + bytes[at + 3];
    if (marker === SOS) return usual && zeroRunFrom(bytes, at + 2 + length);
    if (marker === DHT) usual ||= hasUsualTable(bytes, at + 4, at + 2 + length);
    at += 2 + length;
  }
  return false;
}

function hasUsualTable(bytes: Uint8Array, from: number, to: number): boolean {
  let at = from;
  while (at + 17 <= to) {
    const counts = bytes.subarray(at + 1, at + 17);
    if (bytes[at] >> 4 === 1 && USUAL_AC_COUNTS.every((n, i) => counts[i] === n)) return true;
    at += 17 + counts.reduce((a, b) => a + b, 0);
  }
  return false;
}

function zeroRunFrom(bytes: Uint8Array, from: number): boolean {
  let run = 0;
  for (let i = from; i < bytes.length; i++) {
    run = bytes[i] === 0 ? run + 1 : 0;
    if (run >= LONGEST_ZERO_RUN) return true;
  }
  return false;
}
