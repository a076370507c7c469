import { Button, Progress } from "antd";
import type { RefObject } from "react";
import type { JobView } from "../../../contract";
import { useObservationWords } from "../../data/useKnowledge";
import { useUnits } from "../../format/units";
import { dateText, vehicleTitle } from "../../format/words";
import { proofOf } from "../../pieces/job/headline";
import { useRecordPdf } from "./useRecordPdf";

/** The sheet as a file, and an e-mail with its text ready. */
export function SendSheet({
  view,
  which,
  head,
  paper,
  article,
}: {
  view: JobView;
  which: "customer" | "record";
  head: string;
  paper: "A4" | "Letter";
  article: RefObject<HTMLElement | null>;
}) {
  const { state, make, stop } = useRecordPdf();
  const units = useUnits();
  const words = useObservationWords();
  const { job, vehicle } = view;
  const name = `job-${job.number ?? "new"}-${vehicle.tag.replace(/\W+/g, "")}${which === "customer" ? "" : "-record"}.pdf`;
  const title = `${which === "customer" ? "Sheet" : "Record"} of job ${job.number ?? ""}, ${vehicle.tag}`;
  const file = (): void => {
    if (!article.current) return;
    const foot = [head, `job ${job.number ?? ""}`, vehicle.tag].filter(Boolean).join(", ");
    void make(
      article.current,
      name,
      // The moment of the record, not of the file: the same record gives the same bytes.
      { title, paper, foot, date: new Date(job.closedAt ?? job.updatedAt) },
      which === "customer",
    );
  };
  const lines = proofOf(view, units, words).map((l) => `${l.lead} ${l.rest}`.trim());
  const body = [
    vehicle.owner ? `To ${vehicle.owner},` : "",
    `${vehicleTitle(vehicle)}, ${vehicle.tag}, job ${job.number ?? ""}${job.closedAt ? ` of ${dateText(job.closedAt)}` : ""}.`,
    ...lines,
    job.verdict,
    `The sheet is attached: ${name}`,
    head,
  ]
    .filter(Boolean)
    .join("\n\n");
  return (
    <>
      {state.state === "making" ? (
        <>
          <Progress
            percent={Math.round(state.part * 100)}
            size="small"
            style={{ width: 120 }}
            aria-label="Making the file"
          />
          <Button onClick={stop}>Stop</Button>
        </>
      ) : (
        <>
          <span className="lb" role="status">
            {state.state === "made" ? state.says : state.state === "failed" ? "The file could not be made." : ""}
          </span>
          <Button onClick={file}>PDF</Button>
        </>
      )}
      <Button href={`mailto:?subject=${encodeURIComponent(title)}&body=${encodeURIComponent(body)}`}>E-mail</Button>
    </>
  );
}
