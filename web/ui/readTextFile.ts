import { decodeText } from "../../core";

/** Largest file that is read as text. */
const MOST_BYTES = 20 * 1024 * 1024;

const CALLED = { "utf-8": "UTF-8", "utf-16le": "UTF-16", "utf-16be": "UTF-16", "windows-1252": "Windows-1252" };

/** The text of a file, and what a person should look at in it; null where nothing had to be guessed. */
export interface TextFile {
  text: string;
  note: string | null;
}

/** Reads a file as text, in whichever encoding it was written. A file that is too large is empty, with the reason. */
export async function readTextFile(file: Blob): Promise<TextFile> {
  if (file.size > MOST_BYTES) {
    const megabytes = Math.round(file.size / 1024 / 1024);
    return { text: "", note: `This file has ${megabytes} MB. Accepted: text of up to ${MOST_BYTES / 1024 / 1024} MB.` };
  }
  const { text, encoding, guessed } = decodeText(new Uint8Array(await file.arrayBuffer()));
  const note = guessed
    ? `The file does not say how its letters are written. It is read as ${CALLED[encoding]}: check signs such as ± and °.`
    : null;
  return { text, note };
}
