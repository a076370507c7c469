import type { RefObject } from "react";
import type { JobView, Recheck, Shop } from "../../../contract";
import { OriginLegend } from "../../ui/marks";
import { Corrected } from "./Corrected";
import { CustomerSheet } from "./CustomerSheet";
import { Done } from "./Done";
import { Fitted } from "./Fitted";
import { Complaint, HandedBack, Pictures, RecordHead, Summary, Watch, WasSet } from "./Parts";
import { Measured } from "./Measured";
import { Shook } from "./Shook";
import { Spectra } from "./Spectra";
import { Torqued } from "./Torqued";
import { WorkSheet } from "./WorkSheet";
import type { Sheet } from "./sheet";
import css from "./record.module.css";

/** How the shop heads its paper. */
export const headOf = (shop: Shop | undefined): string => [shop?.name, shop?.address].filter(Boolean).join(", ");

/** One printed sheet of a job: what stands on the screen, on paper and in the file. */
export function Article({
  view,
  which,
  shop,
  rechecks,
  held,
}: {
  view: JobView;
  which: Sheet;
  shop: Shop | undefined;
  rechecks: readonly Recheck[];
  held: RefObject<HTMLElement | null>;
}) {
  const head = headOf(shop);
  if (which === "customer") {
    return (
      <article className={css.sheetA4} ref={held}>
        {head && <p className="lb">{head}</p>}
        <CustomerSheet view={view} rechecks={rechecks} />
      </article>
    );
  }
  if (which === "work") {
    return (
      <article className={css.sheetA4} ref={held}>
        <WorkSheet view={view} head={head} />
      </article>
    );
  }
  return (
    <article className={css.sheetA4} ref={held}>
      <RecordHead view={view} shopName={head} />
      <Summary view={view} />
      <Complaint view={view} />
      <Measured view={view} />
      <Shook view={view} />
      <Spectra view={view} />
      <Fitted view={view} currency={shop?.currency ?? ""} />
      <Torqued view={view} />
      <Done view={view} />
      <HandedBack view={view} />
      <WasSet view={view} />
      <Watch view={view} />
      <Corrected view={view} />
      <Pictures view={view} />
      <footer>
        <span data-screen-only>
          <OriginLegend />
        </span>
        <p className="lb">
          Modified mounts and levers may need local approval or inspection: local rules decide. First drive slow, every
          gear at rest first, reverse only with its lockout.
        </p>
      </footer>
    </article>
  );
}
