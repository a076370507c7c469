import regularUrl from "@fontsource/archivo/files/archivo-latin-400-normal.woff?url";
import regularExtUrl from "@fontsource/archivo/files/archivo-latin-ext-400-normal.woff?url";
import boldUrl from "@fontsource/archivo/files/archivo-latin-700-normal.woff?url";
import boldExtUrl from "@fontsource/archivo/files/archivo-latin-ext-700-normal.woff?url";
import type { JobView, Shop } from "../../../contract";
import type { MadePdf, PdfOptions } from "../../pieces/paper/makePdf";
import { headOf } from "./Article";
import type { Sheet } from "./sheet";

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

const NAMES: Record<Sheet, { title: string; end: string }> = {
  customer: { title: "Sheet", end: "" },
  record: { title: "Record", end: "-record" },
  work: { title: "Work sheet", end: "-work" },
};

/** What a sheet of a job is called, as a title and as a file. */
export function paperName({ job, vehicle }: JobView, which: Sheet): { title: string; file: string } {
  const { title, end } = NAMES[which];
  return {
    title: `${title} of job ${job.number ?? ""}, ${vehicle.tag}`,
    file: `job-${job.number ?? "new"}-${vehicle.tag.replace(/\W+/g, "")}${end}.pdf`,
  };
}

/** A PDF of a printed sheet. Throws Stopped where it was cancelled. The means for it are loaded when first needed. */
export async function pdfOfPaper(
  article: Element,
  view: JobView,
  which: Sheet,
  shop: Shop | undefined,
  watch: Pick<PdfOptions, "tell" | "cancelled">,
): Promise<MadePdf> {
  const [{ blocksOf }, { makePdf }] = await Promise.all([
    import("../../pieces/paper/blocks"),
    import("../../pieces/paper/makePdf"),
  ]);
  const [r, rx, b, bx] = await Promise.all([regularUrl, regularExtUrl, boldUrl, boldExtUrl].map(bytesOf));
  const { job, vehicle } = view;
  const options: PdfOptions = {
    ...watch,
    title: paperName(view, which).title,
    paper: shop?.paper ?? "A4",
    foot: [headOf(shop), `job ${job.number ?? ""}`, vehicle.tag].filter(Boolean).join(", "),
    // The moment of the record, not of the file: the same record gives the same bytes.
    date: new Date(job.closedAt ?? job.updatedAt),
    fonts: { regular: [r, rx], bold: [b, bx] },
    picture,
  };
  const blocks = blocksOf(article);
  if (which !== "customer") return makePdf(blocks, { ...options, size: RECORD_SIZE });
  let made = await makePdf(blocks, { ...options, size: SIZES[0] });
  for (const size of SIZES.slice(1)) {
    if (made.pages === 1) break;
    made = await makePdf(blocks, { ...options, size });
  }
  return made;
}
