import { describe, expect, it } from "vitest";
import { momentText, readDay, readMoment } from "./dates";
import { dateText } from "./words";

describe("dates as they are typed", () => {
  it.each([
    ["2004-03", "2004-03"],
    ["03/2004", "2004-03"],
    ["3.2004", "2004-03"],
    ["2004/3", "2004-03"],
    ["2004-03-15", "2004-03-15"],
  ])("reads %s as %s", (text, kept) => expect(readDay(text, true)).toBe(kept));

  it.each(["13/2004", "2004-13", "2004-02-30", "March", "03/04"])("refuses %s", (text) =>
    expect(readDay(text, true)).toBeNull(),
  );

  it("takes a month only where a month will do", () => expect(readDay("2004-03", false)).toBeNull());

  it("shows a month as a month", () => expect(dateText("2004-03")).toBe("March 2004"));

  it("reads a day, a time of today, or both, and writes them the same way", () => {
    const now = new Date(2026, 10, 27, 9, 0);
    expect(momentText(readMoment("14:30", now))).toBe("2026-11-27 14:30");
    expect(momentText(readMoment("2026-12-01 8:05", now))).toBe("2026-12-01 08:05");
    expect(momentText(readMoment("2026-12-01", now))).toBe("2026-12-01 17:00");
    for (const bad of ["", "tomorrow", "25:00", "2026-02-30", "12:99"]) expect(readMoment(bad, now)).toBeNull();
  });
});
