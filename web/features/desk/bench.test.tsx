// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes, useLocation } from "react-router";
import { describe, expect, it } from "vitest";
import { waitKinds } from "../../../contract";
import { answering, pick, plainText, show, typeInto, written } from "../../../tests/web/show";
import { DeskBench } from "./DeskBench";
import { yardJob } from "../../../tests/domain/records";

const At = () => <p data-testid="at">{useLocation().pathname}</p>;
const bench = () =>
  show(
    <Routes>
      <Route path="/desk/throw-bench" element={<DeskBench />} />
      <Route path="*" element={<At />} />
    </Routes>,
    { at: "/desk/throw-bench" },
  );
const says = (): string => plainText(screen.getAllByRole("region", { name: "Answer" })[0]);

describe("the bench without a job", () => {
  it("begins with a usual lever, and says what one more does", async () => {
    const { user } = bench();
    expect(says()).not.toBe("");
    await user.click(screen.getByRole("button", { name: "Add a lever to compare" }));
    await waitFor(() => expect(says()).toContain("Lever 3"));
  });

  it("is of another kind of shifter at a word, and a step back undoes it", async () => {
    const { user } = bench();
    expect(screen.getByRole("button", { name: "Undo" })).toHaveProperty("disabled", true);
    await pick(user, "Shifter", "rocking arm");
    expect(screen.getByLabelText("arm turns, each way")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Undo" }));
    expect(screen.getByLabelText("rail travels, each way")).toBeTruthy();
  });

  it("gives every gear the travel that is typed, its own way", async () => {
    const { user } = bench();
    const before = says();
    await typeInto(user, screen.getByLabelText("rail travels, each way"), "14 mm");
    expect(screen.getByLabelText<HTMLInputElement>("rail travels, each way").value).toMatch(/^14\.0\smm$/);
    // A lever driven further throws further.
    await waitFor(() => expect(says()).not.toBe(before));
    await typeInto(user, screen.getByLabelText("rail travels, each way"), "0 mm");
    expect(screen.getByLabelText("rail travels, each way").getAttribute("aria-invalid")).toBe("true");
  });

  it("stays in this browser, and one that cannot be read is begun anew", async () => {
    const first = bench();
    await typeInto(first.user, screen.getByLabelText("rail travels, each way"), "9 mm");
    first.unmount();
    const again = bench();
    expect(screen.getByLabelText<HTMLInputElement>("rail travels, each way").value).toMatch(/^9\.0\smm$/);
    again.unmount();
    for (const key of Object.keys(localStorage))
      if (key.includes("bench")) localStorage.setItem(key, '{"kind":"boat"}');
    bench();
    expect(screen.getByLabelText<HTMLInputElement>("rail travels, each way").value).not.toMatch(/^9\.0\smm$/);
  });

  it("goes into an open job, lever by lever", async () => {
    const job = yardJob({ number: 214 });
    const waiting = Object.fromEntries(waitKinds.map((kind) => [kind, 0]));
    answering("/api/yard", { jobs: [job], total: 1, found: 1, waiting, vehicles: 1, closedJobs: 0, due: [] });
    const { user, store } = bench();
    await user.click(screen.getByRole("button", { name: "Take into a job" }));
    const dialog = within(await screen.findByRole("dialog"));
    await user.click(await dialog.findByRole("button", { name: /job 214/ }));
    expect(screen.getByTestId("at").textContent).toBe(`/jobs/${job.id}/compare`);
    expect(written(store).map((o) => `${o.op} ${o.resource}`)).toEqual(["create setup", "create setup"]);
  });
});
