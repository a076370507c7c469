// @vitest-environment jsdom
import { describe, expect, it } from "vitest";
import { blocksOf } from "./blocks";

const article = (html: string): Element => {
  const element = document.createElement("article");
  element.innerHTML = html;
  return element;
};

describe("what a printed page says", () => {
  it("is read in its order, weight by weight, without what is only for the screen", () => {
    const blocks = blocksOf(
      article(`<header><div><p class="lb">The shed</p><h1>Van</h1></div></header>
        <section><h2>Result <svg></svg></h2><p><b>27 % shorter,</b> between
          26 and 28.</p></section>
        <p data-screen-only>Tap here</p>
        <ul><li>One <span class="sr">hidden</span></li><li></li></ul>`),
    );
    expect(blocks).toEqual([
      { kind: "text", runs: [{ text: "The shed", bold: false }], quiet: true },
      { kind: "heading", level: 1, text: "Van" },
      { kind: "heading", level: 2, text: "Result" },
      {
        kind: "text",
        runs: [
          { text: "27 % shorter,", bold: true },
          { text: " between 26 and 28.", bold: false },
        ],
        quiet: false,
      },
      { kind: "list", items: [[{ text: "One", bold: false }]] },
    ]);
  });

  it("has a box where a pen ticks and a line where it writes", () => {
    const [list] = blocksOf(
      article(
        `<ul><li><span data-box></span> Clip out: <span data-line=""></span> <span data-line="wide"></span></li></ul>`,
      ),
    );
    expect(list).toEqual({
      kind: "list",
      items: [[{ text: `[ ] Clip out: ${"_".repeat(10)} ${"_".repeat(24)}`, bold: false }]],
    });
  });

  it("has tables by rows, with figures at the right, and pictures with their captions", () => {
    const [table, picture] = blocksOf(
      article(`<table><tr><th>what</th><th class="txt">how</th><th>mm</th></tr><tr><td>throw</td><td class="txt">tape</td><td>89</td></tr></table>
        <figure><img src="/x" alt="old bush"><figcaption>Old bush</figcaption></figure>`),
    );
    expect(table.kind === "table" && table.rows.map((r) => r.map((c) => c.right))).toEqual([
      [false, false, true],
      [false, false, true],
    ]);
    expect(picture).toEqual({ kind: "picture", src: "/x", alt: "old bush", caption: "Old bush" });
  });
});
