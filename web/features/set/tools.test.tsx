// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { settingInputs, settingTools, type SettingTool } from "../../../contract";
import { fakeEdit, jobView, plainText, record, PARENT, show } from "../../../tests/web/show";
import { SetDesk, SetStage } from "./SetTools";
import { FOUR_GEARS } from "../../../tests/domain/records";

// The worker's own functions, without the worker: a test has no thread beside it.
vi.mock("../../worker", async () => {
  const { askGatedLinkage, askShims, isRefusal } = await import("../../../contract");
  const works = { shims: askShims, gatedLinkage: askGatedLinkage };
  return {
    useTask: (name: keyof typeof works, asked: unknown) => {
      const out: unknown = works[name](asked);
      const result = isRefusal(out) ? { state: "refused", refusal: out.error } : { state: "answered", answer: out };
      return { result, last: result.state === "answered" ? out : null, cancel: () => {}, again: () => {} };
    },
  };
});

const desk = (tool: SettingTool, units: "metric" | "inch" = "metric") =>
  show(
    <Routes>
      <Route path="/desk/set/:tool" element={<SetDesk />} />
    </Routes>,
    { at: `/desk/set/${tool}`, units },
  );
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

interface Case {
  tool: SettingTool;
  /** What it says of its own example. */
  first: RegExp;
  field: string;
  typed: string;
  then: RegExp;
}

const CASES: Case[] = [
  // M8 x 1.25, an eighth of a turn: 0.156 mm at 30 mm; 60 / 30 of it at the rail, 300 / 30 at the knob.
  {
    tool: "stops",
    first:
      /Touch, then back off an eighth of a turn\. Lock\..*0\.16 mm at the stop, 0\.31 mm at the rail, 1\.6 mm at the knob/,
    field: "pivot to knob",
    typed: "200 mm",
    then: /0\.31 mm at the rail, 1\.0 mm at the knob/,
  },
  // 0.4 mm where 1 to 2 mm belong: 1.1 mm to the middle of the band.
  {
    tool: "lockout",
    first: /Move the plate 1\.10 mm away from the lever.*1\.50 mm in the outermost forward gate/,
    field: "gap, outermost forward",
    typed: "1.2 mm",
    then: /Leave it\. The gap is in its band/,
  },
  // 0.4 mm proud on a thread of 1 mm: two fifths of a turn.
  {
    tool: "release",
    first: /Turn the pin 0\.40 mm in, 0\.40 turns/,
    field: "stands proud",
    typed: "0.8 mm",
    then: /Turn the pin 0\.80 mm in, 0\.80 turns/,
  },
  {
    tool: "cableMarks",
    first: /Measured before removal/,
    field: "pitch",
    typed: "1.25 mm",
    then: /Measured before removal/,
  },
  // 312 between the balls, less two shanks with one and a half diameters of thread in each.
  {
    tool: "rod",
    first: /Cut the rod to \d+\.\d mm/,
    field: "ball to ball",
    typed: "60 mm",
    then: /Too short for two rod ends/,
  },
  // An arm 80 mm below, from 70 to 110 degrees, 6 mm thick, 5 mm to spare: 2 x 80 cos 70 = 54.7 mm of swing and more.
  {
    tool: "floorSlot",
    first: /Cut a slot 6\d\.\d by \d+\.\d mm/,
    field: "arm thick, across",
    typed: "30 mm",
    then: /by 40\.0 mm/,
  },
  // 40 mm in aluminium: 40 x 11.6e-6 /K of it open per degree, 0.056 mm at 140, and 0.05 mm are tight.
  {
    tool: "pressFit",
    first: /Take a \d+\.\d t press/,
    field: "hottest in use",
    typed: "140",
    then: /Do not fit it: hot, it has no grip left/,
  },
  // 1.3 mm of gap to leave 0.2: a pack of 1.1 mm.
  {
    tool: "shims",
    first: /Fit .*1\.10 mm in the gap leaves 0\.20 mm, as wanted/,
    field: "gap to leave",
    typed: "1.3 mm",
    then: /Fit none: the gap is within tolerance/,
  },
  {
    tool: "gatedLinkage",
    first: /Shifter hole at \d+\.\d mm, gearbox hole at \d+\.\d mm, rod \d+\.\d mm/,
    field: "a detent captures",
    typed: "0.5",
    then: /detent captures/,
  },
];

describe("setting tools on the desk", () => {
  it.each(CASES)(
    "$tool: says the one instruction, follows a figure, and shows its working",
    async ({ tool, first, field, typed, then }) => {
      const { user } = desk(tool);
      expect(says()).toMatch(first);
      const input = screen.getAllByLabelText(field)[0];
      await user.clear(input);
      await user.type(input, `${typed}{Enter}`);
      expect(says()).toMatch(then);
      await user.click(screen.getByRole("button", { name: "Calculation" }));
      expect(plainText(await screen.findByRole("dialog")).length).toBeGreaterThan(60);
    },
  );

  it.each(CASES)(
    "$tool: keeps nonsense in its field, and gives no order until it is right",
    async ({ tool, field, first, typed }) => {
      const { user } = desk(tool);
      const input = screen.getAllByLabelText<HTMLInputElement>(field)[0];
      for (const nonsense of ["lots", "-99999"]) {
        await user.clear(input);
        await user.type(input, `${nonsense}{Enter}`);
        expect(input.getAttribute("aria-invalid"), nonsense).toBe("true");
        expect(screen.getAllByRole("alert").length).toBeGreaterThan(0);
      }
      expect(says()).toMatch(/^Not yet: correct the field that is marked\./);
      expect(says()).not.toMatch(first);
      await user.clear(input);
      await user.type(input, `${typed}{Enter}`);
      expect(says()).not.toMatch(/^Not yet/);
    },
  );

  it.each(settingTools)("%s: comes back as it was left, in inches too", async (tool) => {
    const { field, typed } = CASES.find((c) => c.tool === tool)!;
    const first = desk(tool);
    const input = screen.getAllByLabelText(field)[0];
    await first.user.clear(input);
    await first.user.type(input, `${typed}{Enter}`);
    const left = says();
    first.unmount();
    const again = desk(tool);
    expect(says()).toBe(left);
    again.unmount();
    desk(tool, "inch");
    expect(says()).not.toBe("");
  });

  it("says what a tool that does not exist could be", () => {
    show(
      <Routes>
        <Route path="/desk/set/:tool" element={<SetDesk />} />
      </Routes>,
      { at: "/desk/set/hammer" },
    );
    expect(plainText(document.body)).toContain("The setting tools are stops");
  });
});

describe("settings that can hurt are refused in the first words, and not kept", () => {
  interface Refused {
    tool: SettingTool;
    fields: [label: string, at: number, typed: string][];
    says: RegExp;
  }
  const REFUSED: Refused[] = [
    { tool: "rod", fields: [["then longer by", 0, "20 mm"]], says: /Do not lengthen it by 20\.0 mm.*is the longest/ },
    { tool: "rod", fields: [["screwed in", 1, "6 mm"]], says: /Do not fit it: end 2 holds only 6\.0 mm/ },
    {
      tool: "stops",
      fields: [
        ["rail past its detent", 0, "0.5 mm"],
        ["turns", 0, "0.25"],
      ],
      says: /Do not back off that far: the fork would carry the load.*0\.20 turns at the most/,
    },
    {
      tool: "lockout",
      fields: [
        ["gate 1-2", 0, "0 mm"],
        ["slot left, away", 0, "0 mm"],
      ],
      says: /Do not drive it: the lever still touches the plate in gate 1-2/,
    },
    {
      tool: "pressFit",
      fields: [["tighter by, most", 0, "0.4 mm"]],
      says: /Do not press it: the bracket would stretch/,
    },
  ];
  it.each(REFUSED)("$tool: $says", async ({ tool, fields, says: words }) => {
    const edit = fakeEdit();
    const { user } = show(<SetStage view={jobView()} edit={edit} tabs={null} />, { at: `/?tool=set&set=${tool}` });
    for (const [label, at, typed] of fields) {
      const input = screen.getAllByLabelText(label)[at];
      await user.clear(input);
      await user.type(input, `${typed}{Enter}`);
    }
    expect(says()).toMatch(words);
    expect((screen.getByRole("button", { name: "Keep with the job" }) as HTMLButtonElement).disabled).toBe(true);
  });

  it("gives no order while a field is refused: the one before was to another question", async () => {
    const { user } = desk("lockout");
    const gap = screen.getByLabelText("gate 1-2");
    await user.type(gap, "0.1 mm{Enter}");
    expect(says()).toContain("Move the plate");
    await user.clear(gap);
    await user.type(gap, "-0.5 mm{Enter}");
    expect(says()).toBe("Not yet: correct the field that is marked.Calculation");
    expect(screen.queryByText(/Move the plate/)).toBeNull();
    await user.clear(gap);
    await user.type(gap, "0.2 mm{Enter}");
    expect(says()).toContain("Move the plate");
  });

  it("says fractions of a turn in lowest terms", async () => {
    const { user } = desk("stops");
    const turns = screen.getByLabelText("turns");
    await user.clear(turns);
    await user.type(turns, "1/4 turn{Enter}");
    expect(says()).toContain("1/4 of a turn");
  });

  it("a lockout plate follows the tightest gate", async () => {
    const { user } = desk("lockout");
    await user.type(screen.getByLabelText("gate 1-2"), "0.1 mm{Enter}");
    expect(says()).toMatch(/Move the plate 1\.40 mm away.*1\.50 mm in gate 1-2, the tightest.*outermost.*1\.80 mm/);
  });

  it("a gap is right as it is only within what a shim could better", async () => {
    const { user } = desk("shims");
    const left = screen.getByLabelText("gap to leave");
    await user.clear(left);
    await user.type(left, "1.26 mm{Enter}");
    expect(says()).toMatch(/Fit none: the gap is within tolerance/);
    await user.clear(left);
    await user.type(left, "2 mm{Enter}");
    expect(says()).toMatch(/No shim on this shelf helps: it stays 0\.70 mm tighter than wanted/);
  });

  it("positions of a gated shifter are added and taken out, with their detents", async () => {
    const { user } = desk("gatedLinkage");
    await user.click(screen.getByRole("button", { name: "Take position 1 out" }));
    await user.click(screen.getByRole("button", { name: "Take position 2 out" }));
    expect(screen.queryByLabelText("detent 2")).toBeNull();
    expect(says()).toMatch(/Shifter hole at/);
    await user.click(screen.getByRole("button", { name: "One position more" }));
    expect(screen.getByLabelText<HTMLInputElement>("shifter in 5").value).toBe("275");
    expect(screen.getByLabelText<HTMLInputElement>("detent 5")).toBeTruthy();
    for (const name of ["P", "R", "N"]) {
      await user.click(screen.getByRole("button", { name: `Take position ${name} out` }));
    }
    // Two are the least that say anything.
    expect(screen.queryByRole("button", { name: /^Take position/ })).toBeNull();
  });

  it("rod and stops measure from the lever that was chosen", () => {
    const of = (role: "old" | "candidate", joint: number, pin: number) =>
      record("setup", {
        jobId: PARENT,
        name: role,
        role,
        lever: {
          knob: { xMm: 0, zMm: 300 },
          pin: { xMm: 0, zMm: -pin },
          drive: { kind: "rod", joint: { xMm: joint, zMm: -pin }, axisDeg: 0 },
          cross: {},
        },
      });
    const setup = [of("old", 312, 60), of("candidate", 250, 75)];
    const view = jobView({ setup, job: { chosenSetupId: setup[1].id } });
    const at = (tool: SettingTool) =>
      show(<SetStage view={view} edit={fakeEdit()} tabs={null} />, { at: `/?tool=set&set=${tool}` });
    const first = at("rod");
    expect(screen.getByLabelText<HTMLInputElement>("ball to ball").value).toMatch(/^250/);
    first.unmount();
    at("stops");
    expect(screen.getByLabelText<HTMLInputElement>("pivot to pin").value).toMatch(/^75/);
  });
});

describe("setting tools inside a job", () => {
  const gearbox = FOUR_GEARS;

  it.each(settingTools)("%s: what is kept with the job can be asked again", async (tool) => {
    const edit = fakeEdit();
    const view = jobView({ vehicle: { gearbox } });
    const { user, unmount } = show(<SetStage view={view} edit={edit} tabs={null} />, { at: `/?tool=set&set=${tool}` });
    const said = says();
    const keep = screen.getByRole("button", { name: "Keep with the job" });
    expect((keep as HTMLButtonElement).disabled).toBe(false);
    await user.click(keep);
    const [resource, data] = edit.create.mock.calls[0];
    expect(resource).toBe("setting");
    expect(data).toMatchObject({ jobId: view.job.id, tool });
    expect(settingInputs[tool].safeParse(data.input).success).toBe(true);
    // The sentence on the record is the one that stood there.
    expect(said.startsWith(plainText(Object.assign(document.createElement("p"), { textContent: data.says })))).toBe(
      true,
    );
    expect((screen.getByRole("button", { name: "Kept with the job" }) as HTMLButtonElement).disabled).toBe(true);
    unmount();

    const kept = record("setting", { ...data, jobId: PARENT });
    show(<SetStage view={jobView({ vehicle: { gearbox }, setting: [kept] })} edit={edit} tabs={null} />, {
      at: `/?tool=set&kept=${kept.id}`,
    });
    // Only the figures it began with are an example, not what was kept.
    expect(said).toMatch(/^Example figures\. /);
    expect(says()).toContain(said.replace("Example figures. ", "").slice(0, 30));
    expect(says()).not.toContain("Example");
  });

  it("ticks what is set, and takes it out", async () => {
    const edit = fakeEdit();
    const kept = record("setting", {
      jobId: PARENT,
      tool: "stops",
      name: "Stops, 3 and 4",
      input: {},
      says: "Touch, then back off.",
    });
    const { user } = show(<SetStage view={jobView({ setting: [kept] })} edit={edit} tabs={null} />, {
      at: "/?tool=set",
    });
    const list = within(screen.getByRole("region", { name: "Kept with the job" }));
    await user.click(list.getByRole("switch", { name: "Set: Stops, 3 and 4" }));
    expect(edit.update).toHaveBeenCalledWith("setting", kept, { state: "set" }, "Stops, 3 and 4: set");
    await user.click(list.getByRole("button", { name: "Stops, 3 and 4 into the bin" }));
    expect(edit.remove).toHaveBeenCalledWith("setting", kept, "Stops, 3 and 4 taken out");
  });

  it("cables that look changed over are said before anything is turned", async () => {
    const { user } = desk("cableMarks");
    const [left, right] = screen.getAllByLabelText("thread out, now");
    await user.type(left, "9.5 mm{Enter}");
    // 2.5 mm on a pitch of 1 mm: two turns and a half.
    expect(says()).toMatch(
      /Left cable: 2\.5 mm more thread out, 2\.500 turns clockwise\. Right cable still to measure/,
    );
    await user.type(right, "12 mm{Enter}");
    expect(says()).toMatch(/Left cable and Right cable look swapped/);
  });
});
