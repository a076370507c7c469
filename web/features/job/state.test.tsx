// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import type { JobView, Stage } from "../../../contract";
import { fakeEdit, jobView, pick, plainText, show, typeInto, written } from "../../../tests/web/show";
import { JobStateKey } from "./JobState";
import { useJobEdit } from "../../pieces/job/useJobEdit";

describe("what a job waits for", () => {
  it("is set by hand: kind, words, until, bay, next action", async () => {
    const edit = fakeEdit();
    const { user } = show(<JobStateKey view={jobView({ job: { number: 3, bay: "Bay 1" } })} edit={edit} />);
    const key = screen.getByRole("button", { name: /Ready to work on/ });
    expect(plainText(key)).toContain("Bay 1");
    await user.click(key);
    await pick(user, "waits for", "Waits for the customer");
    await typeInto(user, screen.getByLabelText("until"), "2026-12-01 09:30");
    await typeInto(user, screen.getByLabelText("bay"), "Bay 2");
    await typeInto(user, screen.getByLabelText("next action"), "Call the owner");
    const said = edit.update.mock.calls.map(([, , data]) => data);
    expect(said[0].waits.kind).toBe("customer");
    expect(said[1].waits.until).toBe(new Date(2026, 11, 1, 9, 30).toISOString());
    expect(said.slice(2)).toEqual([{ bay: "Bay 2" }, { nextAction: "Call the owner" }]);
    await typeInto(user, screen.getByLabelText("until"), "soon");
    expect(screen.getByText(/^accepted: a day like/)).toBeTruthy();
  });

  it("puts one job into the bin, after asking", async () => {
    const edit = fakeEdit();
    const view = jobView({ job: { number: 3 } });
    const { user } = show(<JobStateKey view={view} edit={edit} />);
    await user.click(screen.getByRole("button", { name: /Ready to work on/ }));
    await user.click(screen.getByRole("button", { name: "Job into the bin" }));
    expect(edit.remove).not.toHaveBeenCalled();
    const asked = (await screen.findByText(/^Put job 3/)).closest<HTMLElement>(".ant-modal")!;
    await user.click(within(asked).getByRole("button", { name: "Into the bin" }));
    expect(edit.remove.mock.calls[0].slice(0, 2)).toEqual(["job", view.job]);
  });
});

function Working({ view, stage }: { view: JobView; stage: Stage }) {
  const { edit, correction } = useJobEdit(`job:${view.job.id}`, view, stage);
  const [n, setN] = useState(0);
  return (
    <>
      <button
        type="button"
        onClick={() => {
          setN(n + 1);
          edit.create("step", { jobId: view.job.id, text: `Step ${n}` }, `Step ${n}`);
        }}
      >
        Add
      </button>
      {correction}
    </>
  );
}

describe("edits of a job", () => {
  it("move it to the stage they are made in, as one step of undo", async () => {
    const { user, store } = show(<Working view={jobView({ job: { stage: "ask" } })} stage="plan" />);
    await user.click(screen.getByRole("button", { name: "Add" }));
    expect(written(store).map((o) => [o.op, o.resource])).toEqual([
      ["update", "job"],
      ["create", "step"],
    ]);
    expect(store.getState().saving.pending).toHaveLength(1);
  });

  it("are asked for a reason once the job is closed, kept as a correction, and dropped if not given", async () => {
    const view = jobView({ job: { closedAt: "2026-11-20T08:00:00Z", stage: "prove" } });
    const { user, store } = show(<Working view={view} stage="plan" />);
    await user.click(screen.getByRole("button", { name: "Add" }));
    expect(written(store)).toEqual([]);
    await user.click(screen.getByRole("button", { name: "Leave it as it was" }));
    expect(written(store)).toEqual([]);
    await user.click(screen.getByRole("button", { name: "Add" }));
    await user.type(screen.getByLabelText("Reason for the correction"), "forgotten");
    await user.click(screen.getByRole("button", { name: "Save as a correction" }));
    // Asked once a visit.
    await user.click(screen.getByRole("button", { name: "Add" }));
    const reasons = store.getState().saving.pending.map((e) => (e.kind === "change" ? e.request.correction : null));
    expect(reasons).toEqual(["forgotten", "forgotten"]);
  });
});
