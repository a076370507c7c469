import { expect, it } from "vitest";
import { unsignedText } from "./unsignedText";

it("what is not signed is said by its bolts, or by the value it still wants", () => {
  const of = (bolts: number[], noValue: boolean, holds: boolean) => unsignedText({ bolts, noValue, holds });
  expect(of([2, 3, 4], false, false)).toBe("bolts 2 to 4 not signed");
  expect(of([2], true, false)).toBe("bolt 2 not signed");
  expect(of([], true, false)).toBe("tightened by hand, value still to be found");
  expect(of([], true, true)).toBe("no value yet: it must be signed with one");
});
