import { Button, Progress } from "antd";
import type { RefObject } from "react";
import type { JobView, Shop } from "../../../contract";
import { useObservationWords } from "../../data/useKnowledge";
import { useUnits } from "../../format/units";
import { dateText, vehicleTitle } from "../../format/words";
import { proofOf } from "../../pieces/job/headline";
import { headOf } from "./Article";
import { paperName } from "./paper";
import type { Sheet } from "./sheet";
import { useRecordPdf } from "./useRecordPdf";

/** The sheet as a file, and an e-mail with its text ready. */
export function SendSheet({
  view,
  which,
  shop,
  article,
}: {
  view: JobView;
  which: Sheet;
  shop: Shop | undefined;
  article: RefObject<HTMLElement | null>;
}) {
  const { state, make, stop } = useRecordPdf();
  const units = useUnits();
  const words = useObservationWords();
  const { job, vehicle } = view;
  const { file, title } = paperName(view, which);
  const lines = proofOf(view, units, words).map((l) => `${l.lead} ${l.rest}`.trim());
  const body = [
    vehicle.owner ? `To ${vehicle.owner},` : "",
    `${vehicleTitle(vehicle)}, ${vehicle.tag}, job ${job.number ?? ""}${job.closedAt ? ` of ${dateText(job.closedAt)}` : ""}.`,
    ...lines,
    job.verdict,
    `The sheet is attached: ${file}`,
    headOf(shop),
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
          <Button onClick={() => article.current && void make(article.current, view, which, shop)}>PDF</Button>
        </>
      )}
      {which !== "work" && (
        <Button href={`mailto:?subject=${encodeURIComponent(title)}&body=${encodeURIComponent(body)}`}>E-mail</Button>
      )}
    </>
  );
}
