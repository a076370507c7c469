import { useRef, useState } from "react";
import regularUrl from "@fontsource/archivo/files/archivo-latin-400-normal.woff?url";
import regularExtUrl from "@fontsource/archivo/files/archivo-latin-ext-400-normal.woff?url";
import boldUrl from "@fontsource/archivo/files/archivo-latin-700-normal.woff?url";
import boldExtUrl from "@fontsource/archivo/files/archivo-latin-ext-700-normal.woff?url";
import type { PdfOptions } from "../../pieces/paper/makePdf";
import { saveAs } from "../../ui/saveAs";

type State =
  { state: "none" } | { state: "making"; part: number } | { state: "made"; says: string } | { state: "failed" };

const bytesOf = async (url: string): Promise<ArrayBuffer> => (await fetch(url)).arrayBuffer();

/** A picture that is gone is left out and named; one that is there but unreadable is too. */
async function picture(src: string): Promise<ArrayBuffer | null> {
  try {
    const response = await fetch(src);
    return response.ok ? await response.arrayBuffer() : null;
  } catch {
    return null;
  }
}

/** On one page where it is asked so: the text is set smaller until it fits, down to what can still be read. */
const SIZES = [12.5, 11.6, 10.8, 10, 9.4, 8.8, 8.2, 7.6];
const RECORD_SIZE = 10;

/** Makes a PDF of a printed page and hands it to the person; can be stopped. */
export function useRecordPdf() {
  const [state, setState] = useState<State>({ state: "none" });
  const stopped = useRef(false);
  const make = async (
    article: Element,
    name: string,
    of: Pick<PdfOptions, "title" | "paper" | "foot" | "date">,
    onePage: boolean,
  ): Promise<void> => {
    stopped.current = false;
    setState({ state: "making", part: 0 });
    try {
      const [{ blocksOf }, { makePdf, Stopped }] = await Promise.all([
        import("../../pieces/paper/blocks"),
        import("../../pieces/paper/makePdf"),
      ]);
      const [r, rx, b, bx] = await Promise.all([regularUrl, regularExtUrl, boldUrl, boldExtUrl].map(bytesOf));
      const blocks = blocksOf(article);
      const options: PdfOptions = {
        ...of,
        fonts: { regular: [r, rx], bold: [b, bx] },
        picture,
        tell: (part) => setState((s) => (s.state === "making" ? { state: "making", part } : s)),
        cancelled: () => stopped.current,
      };
      try {
        let made = await makePdf(blocks, { ...options, size: onePage ? SIZES[0] : RECORD_SIZE });
        for (const size of SIZES.slice(1)) {
          if (!onePage || made.pages === 1) break;
          made = await makePdf(blocks, { ...options, size });
        }
        saveAs(name, new Blob([made.bytes as BlobPart], { type: "application/pdf" }));
        const gone = made.missing.length ? ` Missing: ${made.missing.join(", ")}.` : "";
        setState({ state: "made", says: `${name}, ${made.pages === 1 ? "1 page" : `${made.pages} pages`}.${gone}` });
      } catch (error) {
        if (!(error instanceof Stopped)) throw error;
        setState({ state: "none" });
      }
    } catch {
      setState({ state: "failed" });
    }
  };
  return { state, make, stop: () => void (stopped.current = true) };
}
