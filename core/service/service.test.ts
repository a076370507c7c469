import fc from "fast-check";
import { lusolve, multiply, transpose } from "mathjs";
import { describe, expect, it } from "vitest";
import { askService, isRefusal } from "../../contract";
import { isDay, type ServiceAnswer } from "..";

const asked = (input: unknown): ServiceAnswer => {
  const out = askService(input);
  if (isRefusal(out)) throw new Error(out.error.message);
  return out;
};
const field = (input: unknown): string | null => {
  const out = askService(input);
  return isRefusal(out) ? out.error.field : null;
};
const mounts = { name: "look at mounts", everyKm: 5000, lastKm: 100000 };
const forty = [
  { date: "2025-01-01", km: 100000 },
  { date: "2025-02-10", km: 101600 },
  { date: "2025-04-11", km: 104000 },
];

describe("service", () => {
  // 4000 km in the 100 days from 1 January to 11 April: 40 km a day; 1000 km on from there are 25 days.
  it("dates what is due by distance at the odometer's own rate", () => {
    const out = asked({ today: "2025-05-01", odometer: forty, items: [mounts] });
    expect(out.kmPerDay).toBeCloseTo(40, 9);
    expect(out.items[0]).toMatchObject({
      dueKm: 105000,
      dateByKm: "2025-05-06",
      by: "distance",
      daysLeft: 5,
      overdue: false,
    });
  });
  // Distances in tenths of a kilometre, so that the days are whole numbers in exact arithmetic.
  it("does not lose a day of a whole number of days to the rounding of typed decimals", () => {
    for (let tenths = 1; tenths <= 97; tenths += 3) {
      for (const days of [1, 2, 7, 30, 49, 365]) {
        const odometer = [
          { date: "2025-01-01", km: 0 },
          { date: "2025-01-11", km: tenths },
        ];
        const item = { name: "a", everyKm: (tenths * (10 + days)) / 10, lastKm: 0 };
        expect(asked({ today: "2025-01-11", odometer, items: [item] }).items[0].daysLeft).toBe(days);
      }
    }
  });
  it("takes the yearly figure where the readings give no rate, and says so", () => {
    const out = asked({ today: "2025-01-01", kmPerYear: 3652.5, items: [{ name: "a", everyKm: 100, lastKm: 0 }] });
    expect([out.source, out.kmPerDay, out.items[0].dateByKm]).toEqual(["yearly", 10, "2025-01-11"]);
    const still = [forty[0], { ...forty[0], date: "2025-03-01" }];
    expect(asked({ today: "2025-05-01", odometer: still, kmPerYear: 3652.5, items: [mounts] }).source).toBe("yearly");
  });
  it("says that a distance cannot be dated, and dates the rest", () => {
    const out = asked({ today: "2025-05-01", items: [{ ...mounts, everyMonths: 6, lastDate: "2024-12-01" }] });
    expect(out.notices).toMatchObject([{ code: "noRate", field: "odometer" }]);
    expect(out.items[0]).toMatchObject({ dateByKm: null, dueDate: "2025-06-01", by: "time" });
  });
  // The 31st of a month without one is its last day; common practice, no source.
  it.each([
    ["2025-01-31", 1, "2025-02-28"],
    ["2024-01-31", 1, "2024-02-29"],
    ["2025-08-31", 6, "2026-02-28"],
    ["2025-03-15", 24, "2027-03-15"],
    ["2025-12-05", 1, "2026-01-05"],
  ])("%s and %i months are %s", (lastDate, everyMonths, due) => {
    expect(asked({ today: "2025-01-01", items: [{ name: "a", everyMonths, lastDate }] }).items[0].dateByTime).toBe(due);
  });
  it("is overdue after its day, or beyond its distance whatever the day", () => {
    const late = asked({ today: "2025-05-07", odometer: forty, items: [mounts] }).items[0];
    expect([late.overdue, late.daysLeft]).toEqual([true, -1]);
    const odometer = [...forty, { date: "2025-05-01", km: 106000 }];
    expect(asked({ today: "2025-05-01", odometer, items: [mounts] }).items[0].overdue).toBe(true);
  });
  it("names distance where both come on one day", () => {
    const item = { ...mounts, everyMonths: 1, lastDate: "2025-04-06" };
    expect(asked({ today: "2025-05-01", odometer: forty, items: [item] }).items[0].by).toBe("distance");
  });
  it("is the line of least squares, as an independent program draws it", () => {
    // mathjs solves the normal equations by itself.
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 2, maxLength: 12 }), (steps) => {
        let [day, km] = [0, 50000];
        const readings = steps.map((s, i) => {
          day += 1 + (s % 40);
          km += s;
          return { at: day, km, date: new Date(Date.UTC(2020, 0, 1 + day)).toISOString().slice(0, 10), i };
        });
        const a = readings.map((r) => [1, r.at]);
        const b = readings.map((r) => [r.km]);
        const solved = lusolve(multiply(transpose(a), a), multiply(transpose(a), b)) as number[][];
        const out = asked({
          today: "2025-01-01",
          odometer: readings.map(({ date, km: at }) => ({ date, km: at })).reverse(),
          items: [{ name: "a", everyKm: 1, lastKm: 0 }],
        });
        expect(out.kmPerDay).toBeCloseTo(solved[1][0], 6);
      }),
      { numRuns: 60 },
    );
  });
});

describe("the calendar", () => {
  // RFC 5545: lines end in CRLF, a whole day ends on the next, commas and semicolons are escaped.
  it("holds a whole-day event for each item with a day, the same bytes each time", () => {
    const items = [
      mounts,
      { name: "oil; filter, seals", everyMonths: 12, lastDate: "2025-01-31" },
      { name: "x", everyKm: 1, lastKm: 1e9 },
    ];
    const question = { today: "2025-05-01", odometer: forty, items };
    const { ics } = asked(question);
    expect(ics).toBe(asked(question).ics);
    expect(
      ics
        .split("\r\n")
        .filter((l) => /^DTSTART|^DTEND|^DTSTAMP/.test(l))
        .slice(0, 6),
    ).toEqual([
      "DTSTAMP:20250501T000000Z",
      "DTSTART;VALUE=DATE:20250506",
      "DTEND;VALUE=DATE:20250507",
      "DTSTAMP:20250501T000000Z",
      "DTSTART;VALUE=DATE:20260131",
      "DTEND;VALUE=DATE:20260201",
    ]);
    expect(ics).toContain("SUMMARY:oil\\; filter\\, seals");
    expect(ics.replace(/\r\n/g, "")).not.toContain("\n");
  });
  it("of nothing dated is an empty one", () => {
    expect(asked({ today: "2025-05-01", items: [mounts] }).ics).not.toContain("VEVENT");
  });
});

describe("what is refused", () => {
  it("names the field", () => {
    expect(field({ today: "2025-02-30", items: [mounts] })).toBe("today");
    expect(field({ today: "2025-05-01", items: [{ name: "a" }] })).toBe("items[0].everyKm");
    expect(field({ today: "2025-05-01", items: [{ name: "a", everyKm: 1 }] })).toBe("items[0].lastKm");
    expect(field({ today: "2025-05-01", items: [{ name: "a", everyMonths: 1 }] })).toBe("items[0].lastDate");
    expect(field({ today: "2025-05-01", items: [mounts, { name: "b", everyMonths: 1, lastDate: "2025-13-01" }] })).toBe(
      "items[1].lastDate",
    );
    const back = [forty[2], forty[0], { date: "2025-03-01", km: 99000 }];
    expect(field({ today: "2025-05-01", odometer: back, items: [mounts] })).toBe("odometer[2].km");
  });
  it("knows the days that exist", () => {
    expect(["2024-02-29", "2025-02-29", "2025-04-31", "25-1-1", "2025-06-02"].map(isDay)).toEqual([
      true,
      false,
      false,
      false,
      true,
    ]);
  });
});
