// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { fakeEdit, jobView, plainText, show, typeInto } from "../../../tests/web/show";
import AskStage from "./AskStage";
import { VAN_DRIVE, shaking } from "../../../tests/domain/records";

const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

describe("Ask", () => {
  it("asks for the driver's words first, then for taps", () => {
    const empty = show(<AskStage view={jobView()} edit={fakeEdit()} />);
    expect(says()).toMatch(/^Write down what the driver says/);
    empty.unmount();
    show(<AskStage view={jobView({ job: { complaint: "It shakes." } })} edit={fakeEdit()} />);
    expect(says()).toMatch(/^Tap what it does and what it does not do/);
  });

  it("takes an answer, puts it last, and takes it back", async () => {
    const edit = fakeEdit();
    const view = jobView({ job: { symptoms: { vibIdle: "present", knockBumps: "absent" } } });
    const { user } = show(<AskStage view={view} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Vibrates on the throttle: not asked" }));
    expect(Object.entries(edit.update.mock.calls[0][2].symptoms)).toEqual([
      ["vibIdle", "present"],
      ["knockBumps", "absent"],
      ["vibThrottle", "present"],
    ]);
    await user.click(screen.getByRole("button", { name: "Knocks over bumps: absent" }));
    expect(edit.update.mock.calls[1][2].symptoms).toEqual({ vibIdle: "present" });
    expect(edit.update.mock.calls[1][3]).toBe("Knocks over bumps: not asked");
  });

  it("writes the complaint and how it was taken", async () => {
    const edit = fakeEdit();
    const { user } = show(<AskStage view={jobView()} edit={edit} />);
    await user.type(screen.getByLabelText("Complaint"), "The stick jumps.");
    await user.tab();
    expect(edit.update.mock.calls[0][2]).toEqual({ complaint: "The stick jumps." });
    await typeInto(user, screen.getByLabelText("How it was taken"), "08:25, by telephone");
    expect(edit.update.mock.calls[1][2]).toEqual({ complaintNote: "08:25, by telephone" });
  });

  it("says which test tells most for its minutes, how it is done, and keeps what it showed", async () => {
    const edit = fakeEdit();
    const view = jobView({
      job: { complaint: "Clunks.", symptoms: { clunkTakeUp: "present", leverMovesThrottle: "present" } },
    });
    const { user } = show(<AskStage view={view} edit={edit} />);
    // Tail mount and torque-reaction mount are as good as equal so far: none leads.
    expect(says()).toMatch(/^Next: .* min, and it tells most\. No fault stands out yet\./);
    await user.click(screen.getByRole("button", { name: "Start this test" }));
    const dialog = await screen.findByRole("dialog");
    expect(dialog.querySelectorAll("li").length).toBeGreaterThan(1);
  });

  it("names no fault as leading where every answer was no", () => {
    const symptoms = { clunkTakeUp: "absent", vibIdle: "absent" } as const;
    show(<AskStage view={jobView({ job: { complaint: "Something is odd.", symptoms } })} edit={fakeEdit()} />);
    expect(says()).toContain("no fault stands out yet");
    expect(says()).not.toMatch(/leads at/);
  });

  it("stops when it is sure enough, and says when it is for a specialist", () => {
    const sure = (symptoms: Record<string, "present" | "absent">): string => {
      const { unmount } = show(<AskStage view={jobView({ job: { complaint: "…", symptoms } })} edit={fakeEdit()} />);
      const text = says();
      unmount();
      return text;
    };
    expect(
      sure({ vibRoadSpeed: "present", swapChanges: "present", recWheel: "present", followsRoadSpeed: "present" }),
    ).toMatch(/^Wheel or tyre imbalance, \d+ %\. Refer the customer to a specialist/);
    expect(sure({ liftSeparates: "present", lowTail: "present", pryTail: "present" })).toMatch(
      /^Tail mount at the gearbox, \d+ %\. Sure enough to act on/,
    );
  });

  it("shows two faults together where they are likelier than either alone", () => {
    const symptoms = { pryLeft: "present", pryRight: "present", vibIdle: "present" } as const;
    const vehicle = { shifterKind: "cable", layout: "eastWest" } as const;
    show(<AskStage view={jobView({ job: { complaint: "…", symptoms }, vehicle })} edit={fakeEdit()} />);
    const list = screen.getByRole("region", { name: "One of these, or two together" });
    expect(within(list).getAllByRole("listitem")[0].textContent).toMatch(
      /^Engine mount, left and engine mount, right ?together ?\d+/,
    );
  });

  it("shows what was recorded, in a line each", () => {
    const driveTrain = { ...VAN_DRIVE, ratios: [{ gear: "5", ratio: 0.79 }] };
    const recording = shaking([[83.9, 0.57]], { gear: "5", speedKmh: 70 });
    show(
      <AskStage view={jobView({ vehicle: { cylinders: 4, driveTrain }, recording: [recording] })} edit={fakeEdit()} />,
    );
    expect(plainText(document.body)).toContain(
      "At 70 km/h in gear 5: the prop shaft, second order, which points at joint angles.",
    );
  });
});
