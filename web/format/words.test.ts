import { describe, expect, it, vi } from "vitest";

// West of Greenwich, where a day read as midnight UTC would be the day before.
vi.hoisted(() => void (process.env.TZ = "America/Halifax"));
const { count, dateText, dayText, gearShort, gearWord, timeText, vehicleTitle, whenText } = await import("./words");

describe("days and times", () => {
  it("leave a day the day it is, and tell a moment in the shop's own time", () => {
    expect(dateText("2026-11-20")).toBe("20 November 2026");
    expect(dayText("2026-03-01")).toBe("1 Mar");
    // Halifax is four hours behind in winter: IANA time zone database.
    expect(dateText("2026-11-20T02:30:00Z")).toBe("19 November 2026");
    expect(timeText("2026-11-20T02:30:00Z")).toBe("22:30");
    expect([dateText(null), dayText(null), timeText(null), whenText(null)]).toEqual(["", "", "", ""]);
  });

  it("say the time of today and the day of any other", () => {
    const now = new Date("2026-11-20T15:00:00Z");
    expect(whenText("2026-11-20T13:05:00Z", now)).toBe("09:05");
    expect(whenText("2026-11-18T13:05:00Z", now)).toBe("18 Nov");
  });
});

describe("words of the trade", () => {
  it.each([
    ["3", "3rd", "third"],
    ["R", "reverse", "reverse"],
    ["rev", "reverse", "reverse"],
    ["2H", "2H", "2H"],
    ["12", "12", "12"],
    ["N", "N", "N"],
  ])("name gear %s", (gear, short, word) => expect([gearShort(gear), gearWord(gear)]).toEqual([short, word]));

  it("count", () => {
    expect([count(1, "job"), count(3, "job"), count(0, "job"), count(2, "bush", "bushes")]).toEqual([
      "one job",
      "3 jobs",
      "0 jobs",
      "2 bushes",
    ]);
  });

  it("title a vehicle by what is known of it", () => {
    expect(vehicleTitle({ make: "Ulverin", model: "L12", variant: "long base" })).toBe("Ulverin L12, long base");
    expect(vehicleTitle({ make: "", model: "", variant: "club build" })).toBe("club build");
    expect(vehicleTitle({ make: "", model: "", variant: "" })).toBe("Vehicle without a name");
  });
});
