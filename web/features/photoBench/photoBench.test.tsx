// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { resources, type SheetPhoto } from "../../../contract";
import { measuringSheet } from "../../../core";
import { exampleGearbox } from "../../../domain";
import { cameraOver } from "../../../tests/photo/photograph";
import { answering, fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { PhotoBench } from "./PhotoBench";

const size = { widthPx: 3000, heightPx: 2250 };
const sheet = measuringSheet("A3");
const see = cameraOver(
  { xMm: sheet.widthMm / 2, yMm: sheet.heightMm / 2 },
  { tiltDeg: 9, turnDeg: 4, distanceMm: 640, focalPx: 2500, ...size },
);
const corners = [see(0, 0), see(sheet.widthMm, 0), see(sheet.widthMm, sheet.heightMm), see(0, sheet.heightMm)];
const point = (part: "old" | "new" | "other", name: string, x: number, y: number) => ({
  part,
  name,
  ...see(x, y),
  offPx: 1,
});
const both = [
  point("old", "pivot", 120, 90),
  point("old", "pin", 50, 90),
  point("old", "knob", 325, 90),
  point("new", "pivot", 130, 190),
  point("new", "pin", 40, 190),
  point("new", "knob", 320, 190),
];
const FILE = "a".repeat(64);
const photo = record("photo", { jobId: PARENT, file: FILE, ...size, name: "levers.jpg" });
const [bar] = sheet.bars;
const seen = {
  ok: true,
  kind: "A3",
  corners,
  seen: [true, true, true, true],
  bars: [{ from: see(bar.from.xMm, bar.from.yMm + 3), to: see(bar.to.xMm + 6, bar.to.yMm + 3) }],
  offFlatMm: 0.1,
  noCamera: false,
  ...size,
};
const opened = (data: Partial<SheetPhoto> = {}, found: object = seen) => {
  answering(`/api/photos/${FILE}/sheet`, found);
  const taken = record("sheetPhoto", { jobId: PARENT, photoId: photo.id, sheet: "A3", corners, points: both, ...data });
  const edit = fakeEdit();
  const view = jobView({
    vehicle: { gearbox: exampleGearbox("direct"), shifterKind: "direct" },
    photo: [photo],
    sheetPhoto: [taken],
  });
  show(<PhotoBench view={view} edit={edit} tabs={null} />);
  return { edit, taken };
};
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));
const changes = (edit: ReturnType<typeof fakeEdit>) => (edit.update.mock.calls as unknown[][]).map((c) => c[2]);

describe("the photo bench", () => {
  it("without a picture says how one is taken, and gives the sheet in every size", () => {
    show(<PhotoBench view={jobView({})} edit={fakeEdit()} tabs={null} />);
    expect(says()).toMatch(/^No picture yet\. Print the sheet, lay both levers on it/);
    const links = screen.getAllByRole("link").map((l) => l.getAttribute("href"));
    expect(links).toEqual([..."A4 Letter A3 A4x2".split(" ").map((s) => `/api/measuring-sheet/${s}`), "/tour"]);
  });

  it("says what two levers come to and how sure it is, each figure in its place", async () => {
    opened();
    expect(says()).toMatch(
      /^27\.9 % less throw, ±\d\.\d\. The new pin is 90\.0 mm from the pivot, ±0\.\d; the old one 70\.0 mm/,
    );
    const ledger = plainText(screen.getByRole("complementary", { name: "What the picture comes to" }));
    expect(ledger).toMatch(/knob from pivot.*205\.0.*knob from pivot.*190\.0/);
    expect(ledger).toContain("Most of the doubt: pin of the old lever");
    expect(await screen.findByText("agrees")).toBeTruthy();
    // What nobody said is said to be so.
    expect(ledger).toContain("The lens is not known, so heights cannot be put right.");
    expect(ledger).toContain("Nobody measured the printed bar; it is taken for 100 mm.");
  });

  it("asks for the next point, sets it by keyboard, moves and removes it", () => {
    const { edit } = opened({ points: both.slice(0, 2) });
    expect(says()).toMatch(/^Click the knob of the old lever/);
    const picture = screen.getByRole("group", { name: /Click the knob/ });
    fireEvent.keyDown(picture, { key: "Enter" });
    const [set] = changes(edit) as { points: SheetPhoto["points"] }[];
    expect(set.points).toHaveLength(3);
    expect(set.points[2]).toMatchObject({ part: "old", name: "knob" });
    const pin = screen.getByRole("button", { name: /^pin, old lever/ });
    fireEvent.keyDown(pin, { key: "ArrowRight" });
    const moved = (changes(edit).at(-1) as { points: SheetPhoto["points"] }).points[1];
    // A tenth of a millimetre, in pixels of the picture.
    expect(moved.xPx - both[1].xPx).toBeGreaterThan(0.2);
    expect(moved.xPx - both[1].xPx).toBeLessThan(0.8);
    fireEvent.keyDown(pin, { key: "Delete" });
    expect((changes(edit).at(-1) as { points: SheetPhoto["points"] }).points).toHaveLength(1);
  });

  it.each([
    [{ ok: false, why: "none", marks: [] }, /^No mark of the sheet was found in this picture\. Take it again/],
    [{ ok: false, why: "few", marks: [3] }, /^Only mark 3 was found\. It takes three\./],
    [{ ok: false, why: "mixed", marks: [1, 1] }, /^Marks of more than one sheet/],
    [{ ok: false, why: "mirrored", marks: [1, 2, 3, 4] }, /^This picture is mirrored\./],
  ])("says why a picture cannot be measured: %o", async (why, words) => {
    const { edit } = opened({ corners: [], points: [] }, { ...why, ...size });
    await waitFor(() => expect(says()).toMatch(words));
    fireEvent.click(screen.getByRole("button", { name: "Set the corners by hand" }));
    expect((changes(edit)[0] as { corners: unknown[] }).corners).toHaveLength(4);
  });

  it("measures nothing by corners that nobody has moved yet", () => {
    // As they are begun: 15 % of the picture from its edges.
    const begun = [
      { xPx: 450, yPx: 337.5 },
      { xPx: 2550, yPx: 337.5 },
      { xPx: 2550, yPx: 1912.5 },
      { xPx: 450, yPx: 1912.5 },
    ];
    opened({ corners: [corners[0], ...begun.slice(1)] });
    expect(says()).toMatch(/^Drag corner 2, 3 and 4 to the outer corner of their marks\. Nothing is measured before/);
    expect(plainText(screen.getByRole("complementary", { name: "What the picture comes to" }))).not.toContain("±");
    expect(screen.getByRole("button", { name: "Put on the throw bench" })).toHaveProperty("disabled", true);
  });

  it("corners that cross are told, and are put right on the picture as it was taken", () => {
    const { edit } = opened({ corners: [corners[1], corners[0], corners[2], corners[3]] });
    expect(says()).toMatch(/^These corners make no sheet\. Put corner 1 to 4 on the outer corners of marks 1 to 4/);
    fireEvent.keyDown(screen.getByRole("button", { name: /^corner 1 of the sheet/ }), { key: "ArrowRight" });
    expect((changes(edit)[0] as { corners: unknown[] }).corners).toHaveLength(4);
  });

  it("a picture that was taken out of the job is said to be so, and nothing is asked of it", () => {
    const taken = record("sheetPhoto", { jobId: PARENT, photoId: PARENT, sheet: "A3", corners, points: [] });
    show(<PhotoBench view={jobView({ sheetPhoto: [taken] })} edit={fakeEdit()} tabs={null} />);
    expect(says()).toMatch(/^The picture was taken out of the job\. Undo brings it back/);
    expect(screen.getByRole("button", { name: "Put on the throw bench" })).toHaveProperty("disabled", true);
  });

  it("a bent sheet and a mark that was not seen are told", async () => {
    opened({}, { ...seen, offFlatMm: 2.4, seen: [true, true, false, true] });
    expect(await screen.findByText(/The sheet does not lie flat.*up to 2\.4 mm off/)).toBeTruthy();
    expect(screen.getByText(/Mark 3 was not seen; its corner is worked out from the others/)).toBeTruthy();
  });

  it("moves a corner under the magnifier by a tenth of a pixel, and back to where it was found", async () => {
    const { edit } = opened({ corners: corners.map((c, i) => (i === 0 ? { ...c, xPx: c.xPx + 3 } : c)) });
    fireEvent.click(screen.getByRole("button", { name: "Corners of the sheet" }));
    expect(await screen.findByText("moved 3.0 px")).toBeTruthy();
    fireEvent.keyDown(screen.getByRole("slider", { name: /Magnified place/ }), { key: "ArrowLeft" });
    const nudged = (changes(edit)[0] as { corners: SheetPhoto["corners"] }).corners[0];
    expect(nudged.xPx).toBeCloseTo(corners[0].xPx + 2.9, 1);
    fireEvent.click(screen.getByRole("button", { name: "As it was found" }));
    expect((changes(edit)[1] as { corners: SheetPhoto["corners"] }).corners[0].xPx).toBeCloseTo(corners[0].xPx, 1);
  });

  it("puts both levers on the throw bench as measured by photo, and remembers which they are", () => {
    const { edit, taken } = opened();
    fireEvent.click(screen.getByRole("button", { name: "Put on the throw bench" }));
    const [, operations] = (edit.all.mock.calls as unknown[][])[0] as [
      string,
      { resource: string; id: string; data: never }[],
    ];
    expect(operations.map((o) => o.resource)).toEqual(["setup", "setup", "sheetPhoto"]);
    expect(operations[0].data).toMatchObject({
      role: "old",
      origin: "measured",
      taken: { knob: "photo", pin: "photo" },
    });
    expect(operations[1].data).toMatchObject({
      role: "candidate",
      lever: { knob: { zMm: expect.closeTo(190, 1) }, pin: { zMm: expect.closeTo(-90, 1) } },
    });
    for (const o of operations.slice(0, 2)) expect(resources.setup.safeParse(o.data).success).toBe(true);
    expect(operations[2]).toMatchObject({
      id: taken.id,
      data: { oldSetupId: operations[0].id, newSetupId: operations[1].id },
    });
  });

  it("measures a mount beside the sheet and keeps it as a reading", () => {
    const points = [point("other", "length 1 1", 100, 80), point("other", "length 1 2", 100, 127)];
    const { edit } = opened({ points, figures: [{ kind: "length", name: "length 1", count: 2 }] });
    expect(says()).toMatch(/^Length 1 47\.0 mm ± 0\.\d/);
    const also = screen.getByRole("region", { name: "Measure also" });
    fireEvent.click(within(also).getByRole("button", { name: "Keep as a reading" }));
    const where = within(also).getByLabelText("where");
    fireEvent.change(where, { target: { value: "tail left" } });
    fireEvent.blur(where);
    fireEvent.click(within(also).getByRole("button", { name: "Keep it" }));
    expect((edit.create.mock.calls as unknown[][])[0].slice(0, 2)).toMatchObject([
      "reading",
      { quantity: "mountHeight", place: "tail left", method: "photo", values: [{ base: expect.closeTo(47, 1) }] },
    ]);
    fireEvent.click(within(also).getByRole("button", { name: "angle" }));
    expect((changes(edit).at(-1) as SheetPhoto).figures.at(-1)).toEqual({ kind: "angle", name: "angle 1", count: 4 });
  });
});
