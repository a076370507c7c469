import { useRef, useState } from "react";
import type { JobView, Shop } from "../../../contract";
import { keepPaper } from "../../data/archive";
import { Stopped } from "../../pieces/paper/stopped";
import { saveAs } from "../../ui/saveAs";
import { paperName, pdfOfPaper } from "./paper";
import type { Sheet } from "./sheet";

type State =
  { state: "none" } | { state: "making"; part: number } | { state: "made"; says: string } | { state: "failed" };

/** Makes a PDF of a printed page and hands it to the person; can be stopped. */
export function useRecordPdf() {
  const [state, setState] = useState<State>({ state: "none" });
  const stopped = useRef(false);
  const make = async (article: Element, view: JobView, which: Sheet, shop: Shop | undefined): Promise<void> => {
    stopped.current = false;
    setState({ state: "making", part: 0 });
    const { file } = paperName(view, which);
    try {
      const made = await pdfOfPaper(article, view, which, shop, {
        tell: (part) => setState((s) => (s.state === "making" ? { state: "making", part } : s)),
        cancelled: () => stopped.current,
      });
      saveAs(file, new Blob([made.bytes as BlobPart], { type: "application/pdf" }));
      const gone = made.missing.length ? ` Missing: ${made.missing.join(", ")}.` : "";
      setState({ state: "made", says: `${file}, ${made.pages === 1 ? "1 page" : `${made.pages} pages`}.${gone}` });
      // For the archive of the shop; without a network the person has the file all the same.
      if (which !== "work") void keepPaper(view.job.id, which, made.bytes).catch(() => undefined);
    } catch (error) {
      setState({ state: error instanceof Stopped ? "none" : "failed" });
    }
  };
  return { state, make, stop: () => void (stopped.current = true) };
}
