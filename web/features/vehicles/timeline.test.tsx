// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { DossierView, Job, NewFields } from "../../../contract";
import { shopVisits } from "../../../domain";
import { throwOf34 } from "../../../tests/domain/records";
import { dossierOf, plainText, record, shopSays, show } from "../../../tests/web/show";
import { OverDistance } from "./OverDistance";
import { Parts, Readings, Torques } from "./OverTheYears";
import { LastTime, Timeline } from "./Timeline";

const van = record("vehicle", {
  tag: "SI 0311",
  odometer: [
    { date: "2024-01-01", typed: "60000 km", km: 60_000 },
    { date: "2026-01-01", typed: "80000 km", km: 80_000 },
  ],
});
const job = (number: number, closedAt: string | null, more: Partial<NewFields<"job">> = {}): Job =>
  record("job", { vehicleId: van.id, number, openedAt: closedAt ?? "2026-10-01T08:00:00Z", closedAt, ...more });
const early = job(101, "2024-01-01T15:00:00Z", { complaint: "Long throw." });
const late = job(140, "2025-06-01T15:00:00Z", { complaint: "It shakes.", verdict: "Only looked at." });
const tape = { typed: "1 mm", base: 1 };
const throwIn = (j: Job, phase: "before" | "after", mm: number) =>
  throwOf34([mm, mm, mm, mm], { jobId: j.id, phase, resolution: tape, takenAt: j.closedAt });
const dossier = (more: Partial<DossierView>): DossierView => dossierOf(van, more);
const last = (data: DossierView): string => {
  const { unmount } = show(<LastTime visits={shopVisits({ ...data, vehicle: van })} />);
  const text = plainText(screen.getByRole("region", { name: "Answer" }));
  unmount();
  return text;
};

describe("what was changed last time", () => {
  it("is nothing for a vehicle that was never here, and nothing yet while its first job is open", () => {
    expect(last(dossier({}))).toMatch(/^Nothing was done here yet\. Open its first job\./);
    expect(last(dossier({ jobs: [job(150, null)] }))).toBe("No job of this vehicle is closed yet.");
  });

  it("names what was fitted and what it changed, at the distance that was read that day", () => {
    const data = dossier({
      jobs: [early],
      part: [record("part", { jobId: early.id, name: "Short lever", state: "fitted" })],
      reading: [throwIn(early, "before", 104), throwIn(early, "after", 78)],
    });
    expect(last(data)).toBe(
      "Last time, 1 January 2024 at 60 000 km: new short lever; throw 3rd to 4th 104.0 to 78.0 mm.",
    );
  });

  it("says about where nobody read the odometer that day", () => {
    // 517 of the 731 days between the readings: 60,000 and 20,000 x 517 / 731 are 74,145 km.
    expect(last(dossier({ jobs: [late] }))).toBe("Last time, 1 June 2025 at about 74 100 km: Only looked at.");
  });

  it("rounds it in what the shop counts in", () => {
    const data = dossier({ jobs: [late] });
    show(<LastTime visits={shopVisits({ ...data, vehicle: van })} />, { units: "inch" });
    // 74,145 km are 46,072 miles.
    expect(plainText(screen.getByRole("region", { name: "Answer" }))).toContain("at about 46 100 mi:");
  });

  it("says that a change may be none, and keeps to the latest closed visit", () => {
    const data = dossier({
      jobs: [early, late, job(150, null)],
      reading: [throwIn(late, "before", 100), throwIn(late, "after", 100.2)],
    });
    expect(last(data)).toContain("throw 3rd to 4th 100.0 to 100.2 mm, within measuring error.");
    expect(last(dossier({ jobs: [{ ...late, verdict: "" }] }))).toContain("nothing was recorded as changed.");
  });
});

describe("the visits of a vehicle", () => {
  it("stand the latest first, each leading to its record, the open one to where it is", () => {
    const now = job(150, null, { stage: "plan", complaint: "" });
    const photo = record("photo", {
      jobId: early.id,
      file: "b".repeat(64),
      name: "Old boot",
      widthPx: 800,
      heightPx: 600,
    });
    const data = dossier({
      jobs: [early, now, late],
      part: ["Lever", "Bush"].map((name) => record("part", { jobId: early.id, name, state: "fitted" })),
      photo: [photo],
    });
    show(<Timeline visits={shopVisits({ ...data, vehicle: van })} />);
    const links = screen.getAllByRole("link").map((a) => [plainText(a), a.getAttribute("href")]);
    expect(links).toEqual([
      ["Job 150: no complaint noted", `/jobs/${now.id}/plan`],
      ["Job 140: It shakes.", `/jobs/${late.id}/record`],
      ["Job 101: Long throw.", `/jobs/${early.id}/record`],
    ]);
    const [first, , oldest] = screen.getAllByRole("listitem");
    expect(plainText(first)).toContain("open, ");
    expect(plainText(oldest)).toContain("New: Lever and Bush.");
    expect(within(oldest).getByRole("img", { name: "Old boot" }).getAttribute("src")).toMatch(/small/);
  });

  it("shorten a long complaint, and say so where there are none", () => {
    const told = { ...late, complaint: "It ".repeat(80) };
    const { unmount } = show(<Timeline visits={shopVisits({ ...dossier({ jobs: [told] }), vehicle: van })} />);
    expect(plainText(screen.getByRole("link")).length).toBeLessThan(125);
    unmount();
    show(<Timeline visits={[]} />);
    expect(screen.getByText("No jobs yet.")).toBeTruthy();
  });
});

describe("a vehicle over the years", () => {
  const readings = [throwIn(early, "before", 104), throwIn(early, "after", 78), throwIn(late, "before", 84)];

  it("draws what was measured on several visits over its distance, and says it in words", () => {
    show(<OverDistance data={dossier({ jobs: [early, late], reading: readings })} vehicle={van} />);
    const label = plainText({ textContent: screen.getByRole("img").getAttribute("aria-label") } as Element);
    expect(label).toMatch(
      /^Throw, 3rd to 4th: 104\.0 mm before at 60 000 km; 78\.0 mm after at 60 000 km; 84\.0 mm before at 74 1\d\d km$/,
    );
    const circles = [...document.querySelectorAll("circle")].map((c) => Number(c.getAttribute("cy")));
    // More throw stands higher.
    expect(circles[0]).toBeLessThan(circles[2]);
    expect(circles[2]).toBeLessThan(circles[1]);
  });

  it("draws nothing of one visit", () => {
    const { container } = show(
      <OverDistance data={dossier({ jobs: [early], reading: readings.slice(0, 2) })} vehicle={van} />,
    );
    expect(container.querySelector("svg")).toBeNull();
  });

  it("lists readings by job, before and after side by side", () => {
    show(<Readings data={dossier({ jobs: [early, late], reading: readings })} />);
    const rows = screen
      .getAllByRole("row")
      .slice(1)
      .map((r) => within(r).getAllByRole("cell").map(plainText));
    expect(rows).toEqual([
      ["throw, 3rd to 4th", "101, 1 January 2024", "104.0 mm", "78.0 mm"],
      ["throw, 3rd to 4th", "140, 1 June 2025", "84.0 mm", ""],
    ]);
  });

  it("lists each torque value once, as it was recorded last, and says so where there is none", () => {
    const group = (j: Job, specTyped: string) =>
      record("torqueGroup", {
        jobId: j.id,
        name: "Tail mount",
        count: 2,
        thread: "M10",
        specTyped,
        specOrigin: "specified",
      });
    const data = dossier({ jobs: [early, late], torqueGroup: [group(early, "40 Nm"), group(late, "45 Nm")] });
    const { unmount } = show(<Torques data={data} />);
    expect(screen.getAllByRole("row")).toHaveLength(1);
    expect(plainText(screen.getByRole("row"))).toMatch(/^Tail mount2 × M10.*45\.0 N m.*job 140$/);
    unmount();
    show(<Torques data={dossier({})} />);
    expect(screen.getByText(/^None recorded\./)).toBeTruthy();
  });

  it("lists parts with the builds they are for and what became of them", async () => {
    shopSays({ currency: "crowns" });
    const bush = { jobId: early.id, name: "Lever bush", number: "U-110", price: 11.5 };
    const data = dossier({
      jobs: [early],
      part: [
        record("part", { ...bush, builtFrom: "2014-01-01", builtTo: "2016-12-31", state: "arrived" }),
        record("part", { ...bush, name: "Clip", price: null, carriedOver: true }),
      ],
    });
    show(<Parts data={data} />);
    const rows = screen.getAllByRole("row").map((r) => within(r).getAllByRole("cell").map(plainText));
    expect(rows).toEqual([
      ["Lever bush", "U-110", "from 1 January 2014 to 31 December 2016", "here", "11.50"],
      ["Clip", "U-110", "", "carried over", ""],
    ]);
    expect(await screen.findByText("crowns")).toBeTruthy();
  });
});
