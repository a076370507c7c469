// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { measurandsOf, type Measurand } from "../../../domain";
import GaugeStage from "./GaugeStage";
import { MeasureMore } from "./MeasureMore";
import { ReadingCard } from "../../pieces/readings/ReadingCard";
import { fakeEdit, jobView, PARENT, pick, plainText, record, show, typeInto } from "../../../tests/web/show";

vi.mock("../vibration/VibrationTool", () => ({ VibrationTool: () => <p>the vibration tool</p> }));

const height: Measurand = { quantity: "knobHeight", fromGear: "", toGear: "" };
const values = (...typed: string[]) => typed.map((t) => ({ typed: t, base: parseFloat(t) }));
const reading = (data: object = {}) =>
  record("reading", {
    jobId: PARENT,
    quantity: "knobHeight",
    phase: "before",
    values: values("312 mm", "311 mm", "312 mm", "313 mm"),
    resolution: { typed: "1 mm", base: 1 },
    ...data,
  });

describe("a reading's card", () => {
  it("takes the first reading as it was typed", async () => {
    const edit = fakeEdit();
    const { user } = show(<ReadingCard view={jobView()} edit={edit} measurand={height} phase="before" />);
    expect(plainText(document.body)).toContain("to take");
    await typeInto(user, screen.getByLabelText("first reading"), "12 1/4 in");
    const [resource, data] = edit.create.mock.calls[0];
    expect(resource).toBe("reading");
    // 12.25 in = 311.15 mm exactly: NIST SP 811.
    expect(data).toMatchObject({
      quantity: "knobHeight",
      phase: "before",
      values: [{ typed: "12 1/4 in", base: 311.15 }],
    });
  });

  it("asks once about an unusual figure, and keeps it when told to", async () => {
    const edit = fakeEdit();
    const { user } = show(<ReadingCard view={jobView()} edit={edit} measurand={height} phase="before" />);
    await typeInto(user, screen.getByLabelText("first reading"), "2997 mm");
    expect(edit.create).not.toHaveBeenCalled();
    expect(await screen.findByText(/is unusual here\. Usual is 60\.0.mm to 700\.0.mm\./)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Keep it" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ values: [{ typed: "2997 mm", base: 2997 }] });
  });

  it("shows mean and uncertainty in both units, and asks for more than one", () => {
    const many = show(
      <ReadingCard view={jobView({ reading: [reading()] })} edit={fakeEdit()} measurand={height} phase="before" />,
    );
    expect(plainText(document.querySelector(".rmean"))).toBe("312.0 mm");
    expect(plainText(document.body)).toContain("12.283 in");
    many.unmount();
    show(
      <ReadingCard
        view={jobView({ reading: [reading({ values: values("312 mm") })] })}
        edit={fakeEdit()}
        measurand={height}
        phase="before"
      />,
    );
    expect(plainText(document.body)).toContain("One reading shows the instrument’s error only");
  });

  it("says which of the repeats stands apart", () => {
    const odd = reading({ values: values("312 mm", "312 mm", "311 mm", "351 mm") });
    show(<ReadingCard view={jobView({ reading: [odd] })} edit={fakeEdit()} measurand={height} phase="before" />);
    expect(plainText(document.body)).toContain("Reading 4 differs from the others");
  });

  it("adds, corrects and empties single repeats, and the last one takes the reading along", async () => {
    const edit = fakeEdit();
    const two = reading({ values: values("312 mm", "311 mm") });
    const { user, unmount } = show(
      <ReadingCard view={jobView({ reading: [two] })} edit={edit} measurand={height} phase="before" />,
    );
    await user.click(screen.getByRole("button", { name: "Measure Knob height again" }));
    await typeInto(user, screen.getByLabelText("reading 3"), "310 mm");
    expect(edit.update.mock.calls[0][2].values.map((v: { typed: string }) => v.typed)).toEqual([
      "312 mm",
      "311 mm",
      "310 mm",
    ]);
    await typeInto(user, screen.getByLabelText("reading 1"), "313 mm");
    expect(edit.update.mock.calls[1][2].values[0]).toEqual({ typed: "313 mm", base: 313 });
    await user.clear(screen.getByLabelText("reading 2"));
    await user.tab();
    expect(edit.update.mock.calls[2][2].values).toHaveLength(1);
    unmount();
    const one = reading({ values: values("312 mm") });
    const last = show(<ReadingCard view={jobView({ reading: [one] })} edit={edit} measurand={height} phase="before" />);
    await last.user.clear(screen.getByLabelText("reading 1"));
    await last.user.tab();
    expect(edit.remove).toHaveBeenCalledWith("reading", one, "Knob height: readings taken out");
  });

  it("takes a usual resolution with the instrument", async () => {
    const edit = fakeEdit();
    const r = reading();
    const { user } = show(
      <ReadingCard view={jobView({ reading: [r] })} edit={edit} measurand={height} phase="before" />,
    );
    await pick(user, "taken with", "calliper");
    expect(edit.update.mock.calls[0][2]).toMatchObject({ method: "calliper" });
    expect(edit.update.mock.calls[0][2].resolution.base).toBeLessThan(1);
  });

  it("keeps the readings before and after apart", () => {
    const view = jobView({ reading: [reading(), reading({ phase: "after", values: values("290 mm") })] });
    show(<ReadingCard view={view} edit={fakeEdit()} measurand={height} phase="after" />);
    expect(plainText(document.querySelector(".rmean"))).toBe("290.0 mm");
  });
});

describe("one more quantity", () => {
  it("opens with the place it is taken at", async () => {
    const onAdd = vi.fn();
    const { user } = show(<MeasureMore onAdd={onAdd} />);
    await user.type(screen.getByLabelText("where, if there are several"), " tail {Enter}");
    expect(onAdd).toHaveBeenCalledWith({ quantity: "mountHeight", fromGear: "", toGear: "", place: "tail" });
    await pick(user, "measure something else", "Joint angle");
    await user.click(screen.getByRole("button", { name: "Open a card" }));
    expect(onAdd).toHaveBeenLastCalledWith({ quantity: "jointAngle", fromGear: "", toGear: "", place: null });
  });
});

describe("the stage", () => {
  it("says what is still to take, and what is measured beside the usual", () => {
    const beside = reading({ quantity: "mountHeight", place: "tail" });
    const view = jobView({ reading: [reading(), beside] });
    expect(measurandsOf(view).map((m) => m.place ?? m.quantity)).toContain("tail");
    show(<GaugeStage view={view} edit={fakeEdit()} />);
    const said = plainText(screen.getByRole("region", { name: "Answer" }));
    expect(said).toMatch(/^Three readings still to take before anything comes apart/);
    expect(said).not.toContain("knob height");
  });

  it("has the vibration tool beside the readings", async () => {
    show(<GaugeStage view={jobView()} edit={fakeEdit()} />, { at: "/?tool=vibration" });
    expect(await screen.findByText("the vibration tool")).toBeTruthy();
  });
});
