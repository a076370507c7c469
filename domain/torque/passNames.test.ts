import { describe, expect, it } from "vitest";
import { passesText, readPasses } from "./passNames";

describe("passes as they are said", () => {
  it.each([
    ["snug, 60 %, 100 %", [null, 60, 100]],
    ["hand tight; 33.5%; 100", [null, 33.5, 100]],
    ["By hand", [null]],
  ])("%s", (text, shares) => {
    const passes = readPasses(text);
    expect(passes?.map((p) => p.pct)).toEqual(shares);
    // What is written is read again as the same.
    expect(readPasses(passesText(passes ?? []))).toEqual(passes);
  });
  it.each(["", "loose", "0 %", "101 %", "50 %, 50 %", "1, 2, 3, 4, 5, 6, 7", "snug,, 100 %"])("%j says none", (text) =>
    expect(readPasses(text)).toBeNull(),
  );
});
