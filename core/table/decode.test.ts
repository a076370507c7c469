import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { decodeText, readTable } from ".";

const TABLE = "where;torque\nflange ±5°;48 N·m\n";
/** UTF-16 from its definition [RFC 2781]: two bytes a unit. */
const utf16 = (text: string, little: boolean, mark: boolean): Uint8Array => {
  const units = [...(mark ? [0xfeff] : []), ...Array.from({ length: text.length }, (_, i) => text.charCodeAt(i))];
  return Uint8Array.from(units.flatMap((u) => (little ? [u & 255, u >> 8] : [u >> 8, u & 255])));
};
const latin1 = (text: string): Uint8Array => Uint8Array.from([...text].map((c) => c.charCodeAt(0)));

describe("the text of a file", () => {
  it.each<[string, Uint8Array, string, boolean]>([
    ["UTF-8", new TextEncoder().encode(TABLE), "utf-8", false],
    ["UTF-8 with its mark", Uint8Array.from([0xef, 0xbb, 0xbf, ...new TextEncoder().encode(TABLE)]), "utf-8", false],
    ["UTF-16, little end first", utf16(TABLE, true, true), "utf-16le", false],
    ["UTF-16, big end first", utf16(TABLE, false, true), "utf-16be", false],
    ["UTF-16 without a mark", utf16(TABLE, true, false), "utf-16le", true],
    ["UTF-16 without a mark, big end first", utf16(TABLE, false, false), "utf-16be", true],
    ["Latin-1", latin1(TABLE), "windows-1252", true],
  ])("%s is recognised", (_what, bytes, encoding, guessed) => {
    expect(decodeText(bytes)).toEqual({ text: TABLE, encoding, guessed });
  });

  it("is what UTF-8 says, whatever the text", () => {
    fc.assert(
      fc.property(
        fc.string({ unit: "grapheme" }).filter((t) => !t.includes("\0") && !t.startsWith("\ufeff")),
        (text) => {
          expect(decodeText(new TextEncoder().encode(text)).text).toBe(text);
        },
      ),
    );
  });

  it("never throws", () => {
    fc.assert(fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => typeof decodeText(bytes).text === "string"));
  });
});

describe("a table that is longer than a person writes", () => {
  it("keeps the beginning of a cell and of a row, and says so", () => {
    const { rows, long } = readTable(`name,value\n${"x".repeat(1_000_000)},5\n${",".repeat(1_000_000)}\nend,6\n`);
    expect(rows[1][0].length).toBe(4001);
    expect(rows[1][1]).toBe("5");
    expect(rows.at(-1)).toEqual(["end", "6"]);
    expect(long).toBe(true);
    expect(readTable("a,b\n1,2").long).toBe(false);
  });
});
