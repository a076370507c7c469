// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes, useLocation } from "react-router";
import { describe, expect, it } from "vitest";
import { dossierOf, answering, jobView, plainText, show, written } from "../../../tests/web/show";
import { JobPage } from "./JobPage";

const Where = () => <output>{useLocation().pathname}</output>;

const page = async (parts: Parameters<typeof jobView>[0] = {}, stage = "plan") => {
  const view = jobView({ vehicle: { tag: "SI 0724", make: "Ulverin", model: "L12" }, ...parts });
  const { id } = view.job;
  answering(`/api/jobs/${id}`, view);
  answering("/api/undo", { undo: null, redo: null });
  answering(`/api/vehicles/${view.vehicle.id}`, dossierOf(view.vehicle, { jobs: [view.job] }));
  const shown = show(
    <>
      <Where />
      <Routes>
        <Route path="/jobs/:jobId/:stage?" element={<JobPage />} />
      </Routes>
    </>,
    { at: `/jobs/${id}/${stage}${stage === "plan" ? "?tool=lists" : ""}` },
  );
  await screen.findByRole("heading", { name: "Ulverin L12" });
  return { ...shown, view };
};
const at = (): string => plainText(document.querySelector("output"));

describe("a job's page", () => {
  it("opens at the stage its address names, and at the job's own where it names none", async () => {
    const { unmount } = await page();
    expect(screen.getByRole("tab", { selected: true }).id).toBe("tab-plan");
    await screen.findByLabelText("Add a step: what to do");
    unmount();
    await page({ job: { stage: "gauge" } }, "");
    expect(screen.getByRole("tab", { selected: true }).id).toBe("tab-gauge");
  });

  it("goes a stage on and back by the brackets, and no further than its ends", async () => {
    const { user, view } = await page({}, "fit");
    await user.keyboard("]");
    await waitFor(() => expect(at()).toBe(`/jobs/${view.job.id}/prove`));
    await user.keyboard("]");
    expect(at()).toBe(`/jobs/${view.job.id}/prove`);
    // The first of two brackets only says that the second is meant.
    await user.keyboard("[[[[");
    await waitFor(() => expect(at()).toBe(`/jobs/${view.job.id}/plan`));
  });

  it("keeps what is entered, in order, and shows it at once", async () => {
    const { user, store } = await page();
    const field = await screen.findByLabelText("Add a step: what to do");
    await user.type(field, "Shield off{Enter}");
    await user.type(field, "Bushes in{Enter}");
    const steps = written(store).filter((o) => o.resource === "step");
    expect(steps.map((o) => (o.op === "create" ? [o.data.text, o.data.position] : []))).toEqual([
      ["Shield off", 1],
      ["Bushes in", 2],
    ]);
    expect(screen.getAllByDisplayValue(/Shield off|Bushes in/).map((f) => (f as HTMLInputElement).value)).toEqual([
      "Shield off",
      "Bushes in",
    ]);
  });

  it("moves the job on to the stage it is worked in", async () => {
    const { user, store } = await page({ job: { stage: "ask" } });
    await user.type(await screen.findByLabelText("Add a step: what to do"), "Shield off{Enter}");
    const moved = written(store).find((o) => o.resource === "job");
    expect(moved && "data" in moved ? moved.data.stage : null).toBe("plan");
  });

  it("of a closed job asks for the reason of a change once, and keeps it with the change", async () => {
    const { user, store } = await page({ job: { closedAt: "2026-11-20T10:00:00Z", number: 205 } });
    const field = await screen.findByLabelText("Add a step: what to do");
    await user.type(field, "Forgotten clip{Enter}");
    const dialog = await screen.findByRole("dialog", { name: "This job is closed. Correct it?" });
    expect(written(store)).toEqual([]);
    await user.type(within(dialog).getByLabelText("Reason for the correction"), "left out");
    await user.click(within(dialog).getByRole("button", { name: "Save as a correction" }));
    await waitFor(() => expect(written(store)).toHaveLength(1));
    const [entry] = store.getState().saving.pending;
    expect(entry.kind === "change" && entry.request.correction).toBe("left out");
  });

  it("left as it was keeps nothing", async () => {
    const { user, store } = await page({ job: { closedAt: "2026-11-20T10:00:00Z", number: 205 } });
    await user.type(await screen.findByLabelText("Add a step: what to do"), "Forgotten clip{Enter}");
    const dialog = await screen.findByRole("dialog", { name: "This job is closed. Correct it?" });
    await user.click(within(dialog).getByRole("button", { name: "Leave it as it was" }));
    expect(written(store)).toEqual([]);
  });

  it("that cannot be read says so, and is read again at a tap", async () => {
    const view = jobView({ vehicle: { tag: "T 9", make: "Late", model: "One" } });
    const { user } = show(
      <Routes>
        <Route path="/jobs/:jobId/:stage?" element={<JobPage />} />
      </Routes>,
      { at: `/jobs/${view.job.id}/ask` },
    );
    const again = await screen.findByRole("button", { name: /again/i });
    answering(`/api/jobs/${view.job.id}`, view);
    answering("/api/undo", { undo: null, redo: null });
    await user.click(again);
    await screen.findByRole("heading", { name: "Late One" });
  });
});
