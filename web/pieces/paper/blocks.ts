/** A stretch of text in one weight. */
export interface Run {
  text: string;
  bold: boolean;
}

export interface Cell {
  runs: Run[];
  head: boolean;
  /** Figures stand at the right. */
  right: boolean;
}

/** What a sheet is made of, in the order it is read. */
export type Block =
  | { kind: "heading"; level: 1 | 2 | 3; text: string }
  | { kind: "text"; runs: Run[]; quiet: boolean }
  | { kind: "list"; items: Run[][] }
  | { kind: "table"; rows: Cell[][] }
  | { kind: "picture"; src: string; alt: string; caption: string }
  | { kind: "drawing"; svg: SVGSVGElement; alt: string; caption: string };

const BOLD = new Set(["B", "STRONG", "TH", "H1", "H2", "H3"]);
const INLINE = new Set(["B", "STRONG", "SPAN", "I", "EM", "SMALL", "A", "CODE", "ABBR", "TIME", "SUP", "SUB", "LABEL"]);

/** Keeps the narrow space inside a figure; all other white space is one space. */
const plain = (text: string): string => text.replace(/[ \t\n\r]+/g, " ");

/** A mark of origin as its word, where the word does not follow it anyway. */
function originWord(mark: Element): string {
  const word = mark.getAttribute("aria-label") ?? "";
  const after = mark.nextSibling?.textContent?.trim() ?? mark.parentElement?.textContent?.trim() ?? "";
  return after.toLowerCase().startsWith(word.toLowerCase()) ? "" : `${word} `;
}

/** The words of an element, weight by weight; drawings beside words say nothing on paper. */
export function runsOf(element: Element, bold = BOLD.has(element.tagName)): Run[] {
  const runs: Run[] = [];
  const put = (text: string, heavy: boolean): void => {
    const last = runs.at(-1);
    if (last?.bold === heavy) last.text += text;
    else if (text) runs.push({ text, bold: heavy });
  };
  const walk = (node: Node, heavy: boolean): void => {
    if (node.nodeType === 3) put(plain(node.textContent ?? ""), heavy);
    if (node.nodeType !== 1) return;
    const child = node as Element;
    if (child.matches("svg.om")) return put(originWord(child), heavy);
    // What is filled in with a pen: a box, and a line of its length.
    if (child.matches("[data-box]")) return put("[   ]", heavy);
    if (child.matches("[data-line]")) return put("_".repeat(child.getAttribute("data-line") ? 24 : 10), heavy);
    if (child.tagName.toLowerCase() === "svg" || child.classList.contains("sr")) return;
    const inside = heavy || BOLD.has(child.tagName);
    if (child.tagName === "BR" || (!INLINE.has(child.tagName) && runs.length)) put(" ", heavy);
    child.childNodes.forEach((n) => walk(n, inside));
  };
  element.childNodes.forEach((n) => walk(n, bold));
  const tidy = runs.map((r) => ({ ...r, text: plain(r.text) })).filter((r) => r.text !== "");
  if (tidy[0]) tidy[0].text = tidy[0].text.trimStart();
  const last = tidy.at(-1);
  if (last) last.text = last.text.trimEnd();
  return tidy.filter((r) => r.text !== "");
}

const textOf = (element: Element): string =>
  runsOf(element)
    .map((r) => r.text)
    .join("");

function tableOf(table: Element): Block {
  const rows = [...table.querySelectorAll("tr")].map((tr) =>
    [...tr.children].map((cell, i): Cell => ({
      runs: runsOf(cell),
      head: cell.tagName === "TH",
      right: i > 0 && !cell.classList.contains("txt"),
    })),
  );
  return { kind: "table", rows: rows.filter((r) => r.some((c) => c.runs.length)) };
}

/** Whether an element is a block by itself, or only holds some. */
const HOLDS = "h1,h2,h3,p,ul,ol,table,figure,section,article,header,footer,div,img,dl";

/** What a printed page says, in the order it is read: the same words on paper and in a file. */
export function blocksOf(article: Element): Block[] {
  const blocks: Block[] = [];
  const walk = (element: Element): void => {
    if (element.matches("[data-screen-only]")) return;
    const tag = element.tagName;
    if (/^H[123]$/.test(tag)) {
      blocks.push({ kind: "heading", level: Number(tag[1]) as 1 | 2 | 3, text: textOf(element) });
    } else if (tag === "TABLE") blocks.push(tableOf(element));
    else if (tag === "FIGURE" || tag === "IMG") picture(element);
    else if ((tag === "UL" || tag === "OL") && !element.querySelector("img")) {
      blocks.push({ kind: "list", items: [...element.children].map((li) => runsOf(li)).filter((r) => r.length) });
    } else if (tag === "LI" && element.querySelector("img")) picture(element);
    else if (tag !== "P" && element.querySelector(HOLDS)) [...element.children].forEach(walk);
    else {
      const runs = runsOf(element);
      if (runs.length) blocks.push({ kind: "text", runs, quiet: element.classList.contains("lb") });
    }
  };
  const picture = (element: Element): void => {
    const img = element.tagName === "IMG" ? element : element.querySelector("img");
    const svg = element.querySelector("svg");
    const caption = textOf(element);
    if (img)
      blocks.push({ kind: "picture", src: img.getAttribute("src") ?? "", alt: img.getAttribute("alt") ?? "", caption });
    else if (svg) blocks.push({ kind: "drawing", svg, alt: svg.getAttribute("aria-label") ?? caption, caption });
  };
  walk(article);
  return blocks;
}
