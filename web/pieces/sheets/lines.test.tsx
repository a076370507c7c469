// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { resources, type NewFields } from "../../../contract";
import { pick, plainText, show, typeInto } from "../../../tests/web/show";
import { LineFieldsForm, NameFields, type LineDraft } from "./LineForm";
import { newSource, SourcesEditor } from "./SourcesEditor";

const draft = (data: Omit<NewFields<"specLine">, "sheetId">): LineDraft => resources.specLine.parse(data) as LineDraft;

/** A form as the drawer holds it: what is typed stands in it. */
function Held({ begin, told }: { begin: LineDraft; told: (d: LineDraft) => void }) {
  const [now, setNow] = useState(begin);
  const change = (patch: Partial<LineDraft>): void => {
    const next = { ...now, ...patch };
    setNow(next);
    told(next);
  };
  return (
    <>
      <NameFields draft={now} places={["Gearbox", "Selector"]} onChange={change} />
      <SourcesEditor of={now} onChange={change} />
      <LineFieldsForm draft={now} onChange={change} />
    </>
  );
}
const held = (begin: LineDraft) => {
  const told = vi.fn<(d: LineDraft) => void>();
  const result = show(<Held begin={begin} told={told} />);
  return { ...result, last: (): LineDraft => told.mock.lastCall![0] };
};

describe("a torque value of a sheet", () => {
  const torque = draft({ kind: "torque", name: "Bottom plate", torque: {} });

  it("says which fasteners, how they are tightened, and by whom", async () => {
    const { user, last } = held(torque);
    await typeInto(user, screen.getByLabelText("fasteners"), "3");
    await typeInto(user, screen.getByLabelText("thread"), "M10x1.25");
    await pick(user, "grade", "10.9");
    await typeInto(user, screen.getByLabelText("long"), "1 in");
    await typeInto(user, screen.getByLabelText("passes"), "snug, 60 %, 100 %");
    await pick(user, "torqued", "at ride height");
    await pick(user, "bolts", "replaced, single use");
    await pick(user, "finish", "zinc plated");
    await typeInto(user, screen.getByLabelText("thread locker"), "medium");
    await pick(user, "check pass", "checked tightening");
    await user.click(screen.getByRole("switch", { name: "Bottom plate is signed by two people" }));
    expect(last().torque).toMatchObject({
      count: 3,
      thread: "M10x1.25",
      grade: "10.9",
      lengthMm: 25.4,
      passes: [
        { name: "snug", pct: null },
        { name: "60 %", pct: 60 },
        { name: "100 %", pct: 100 },
      ],
      loadNeeded: "rideHeight",
      reuse: "replace",
      finish: "zinc",
      threadLocker: "medium",
      check: "tighten",
      twoPeople: true,
    });
  });

  it("of any pattern are as many as there are", async () => {
    const { user, last } = held({ ...torque, torque: { ...torque.torque!, count: 20 } });
    await pick(user, "pattern", "line");
    expect(last().torque).toMatchObject({ pattern: "line", count: 20 });
    await pick(user, "pattern", "box");
    await user.click(screen.getByRole("button", { name: "6 fasteners" }));
    expect(last().torque).toMatchObject({ pattern: "box", count: 6 });
  });

  it("refuses passes it cannot read and keeps those there are", async () => {
    const { user, last } = held(torque);
    await typeInto(user, screen.getByLabelText("passes"), "a little, then a lot");
    expect(screen.getByText("accepted: snug, 60 %, 100 %").getAttribute("role")).toBe("alert");
    await typeInto(user, screen.getByLabelText("thread"), "M8");
    expect(last().torque?.passes).toEqual(torque.torque?.passes);
  });

  it("for a vehicle of its own says why it differs", async () => {
    const { user, last } = held({ ...torque, overrides: "01DEMSKERR000000000000000A" });
    await typeInto(user, screen.getByLabelText("why this vehicle differs"), "thread repaired");
    expect(last().reason).toBe("thread repaired");
  });
});

describe("the other kinds", () => {
  it("a part says what it is and what its kit contains and lacks", async () => {
    const { user, last } = held(draft({ kind: "part", name: "Bush kit", part: {} }));
    await typeInto(user, screen.getByLabelText("maker or seller"), "Oskerra Rubber");
    await typeInto(user, screen.getByLabelText("price each"), "14.5");
    await typeInto(user, screen.getByLabelText("superseded by number"), "UL-24-140");
    await user.click(screen.getByRole("switch", { name: "No longer sold" }));
    await typeInto(user, screen.getByLabelText("a kit lacks"), "collar,  , spring ");
    await user.click(screen.getByRole("button", { name: "Add a piece" }));
    await typeInto(user, screen.getByLabelText("piece 1"), "sleeve");
    await typeInto(user, screen.getByLabelText("how many sleeve"), "2");
    expect(last().part).toMatchObject({
      maker: "Oskerra Rubber",
      price: 14.5,
      supersededBy: "UL-24-140",
      noLonger: true,
      lacks: ["collar", "spring"],
      contains: [{ name: "sleeve", quantity: 2 }],
    });
    await user.click(screen.getByRole("button", { name: "Remove sleeve" }));
    expect(last().part?.contains).toEqual([]);
  });

  it("a setting is of a named thing, a fluid has its quantity, an interval its distance or months", async () => {
    const setting = held(draft({ kind: "setting", name: "Knob", setting: { what: "knobHeight" } }));
    await pick(setting.user, "what is set", "lockout gap");
    expect(setting.last().setting).toEqual({ what: "lockoutGap" });
    setting.unmount();
    const fluid = held(draft({ kind: "fluid", name: "Oil", fluid: {} }));
    await typeInto(fluid.user, screen.getByLabelText("quantity, as written"), "1.9 l");
    expect(fluid.last().fluid).toEqual({ quantity: "1.9 l" });
    fluid.unmount();
    const interval = held(draft({ kind: "interval", name: "Oil change", interval: {} }));
    await typeInto(interval.user, screen.getByLabelText("every"), "20000 miles");
    // The international mile: 1.609344 km.
    expect(interval.last().interval?.km).toBeCloseTo(32_186.88, 2);
    await typeInto(interval.user, screen.getByLabelText("or every"), "24");
    expect(interval.last().interval?.months).toBe(24);
  });

  it("are for some vehicles by build date, chassis, option or what can be seen", async () => {
    const { user, last } = held(draft({ kind: "fluid", name: "Oil", fluid: {} }));
    await typeInto(user, screen.getByLabelText("built from"), "03/2015");
    await typeInto(user, screen.getByLabelText("chassis number from"), "4 100");
    await typeInto(user, screen.getByLabelText("with option"), "tow bar");
    await typeInto(user, screen.getByLabelText("told apart by"), "one pin");
    expect(last()).toMatchObject({
      builtFrom: "2015-03",
      chassisFrom: "4 100",
      option: "tow bar",
      feature: "one pin",
    });
    // A feature may be shown.
    expect(screen.getByLabelText("Photo: one pin")).toBeTruthy();
  });
});

describe("sources of a value", () => {
  const two = draft({
    kind: "torque",
    name: "Bell-crank",
    torque: {},
    sources: [
      newSource({ id: "a", typed: "13 Nm", title: "Sheet 8-2", page: "16", trust: "full" }),
      newSource({ id: "b", typed: "13 lb ft", title: "wall chart", how: "colleague" }),
    ],
  });
  const source = (n: number) => within(screen.getByRole("group", { name: new RegExp(`^Source ${n}`) }));

  it("begin with one, empty, and what is known of it is typed", async () => {
    const { user, last } = held(draft({ kind: "fluid", name: "Oil", fluid: {} }));
    await user.click(screen.getByRole("button", { name: "Add a value with its source" }));
    await typeInto(user, source(1).getByLabelText("grade"), "75W-80");
    await pick(user, "known from", "maker’s leaflet");
    await pick(user, "trusted", "fully");
    await typeInto(user, source(1).getByLabelText("date"), "2019");
    expect(last().sources[0]).toMatchObject({ typed: "75W-80", how: "leaflet", trust: "full" });
  });

  it("that disagree stand side by side until somebody decides, with a reason", async () => {
    const { user, last } = held(two);
    expect(screen.getByRole("status").textContent).toMatch(/^These sources disagree\./);
    await user.click(source(1).getByRole("button", { name: "Use this one" }));
    // Nothing is decided before the reason is there.
    const decide = screen.getByRole<HTMLButtonElement>("button", { name: /^Decide for / });
    expect(decide.disabled).toBe(true);
    await user.type(screen.getByLabelText("Why this one"), "newer edition");
    await user.click(decide);
    expect(last()).toMatchObject({ decided: "a", decidedReason: "newer edition" });
    expect(screen.getByRole("status").textContent).toBe("Decided. The other source stays on record.");
    await user.click(screen.getByRole("button", { name: "Open the question again" }));
    expect(last()).toMatchObject({ decided: null, decidedReason: "" });
  });

  it("one that was decided for takes the decision with it when it goes", async () => {
    const { user, last } = held({ ...two, decided: "a", decidedReason: "asked the maker" });
    await user.click(source(1).getByRole("button", { name: "Remove this source" }));
    expect(last()).toMatchObject({ decided: null, decidedReason: "", sources: [{ id: "b" }] });
  });

  it("say in a line where each stands", () => {
    held(two);
    expect(plainText(screen.getByRole("group", { name: /^Source 1/ }))).toContain("Sheet 8-2");
    expect(plainText(screen.getByRole("group", { name: /^Source 2/ }))).toContain("wall chart");
  });
});
