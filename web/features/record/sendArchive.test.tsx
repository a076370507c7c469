// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { jobChildren, type JobView } from "../../../contract";
import { dossierOf, answering, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { SendArchive } from "./SendArchive";

const made = vi.hoisted(() => vi.fn());
const fetched = vi.hoisted(() => vi.fn());
vi.mock("./paper", () => ({ pdfOfPaper: made }));
vi.mock("../../ui/saveAs", () => ({ fetchAs: fetched, saveAs: vi.fn() }));

const OTHER = "01ARZ3NDEKTSV4RRFFQ69G5FAZ";
const pdf = (text: string) => ({ bytes: new TextEncoder().encode(text), pages: 1, missing: [] });

const known = (view: JobView): void => {
  answering(`/api/jobs/${view.job.id}`, { ...Object.fromEntries(jobChildren.map((c) => [c, []])), ...view });
  answering(`/api/vehicles/${view.vehicle.id}`, dossierOf(view.vehicle, { jobs: [view.job] }));
  for (const which of ["record", "customer"]) answering(`/api/papers/${view.job.id}/${which}`, {});
};

describe("an archive with its sheets", () => {
  beforeEach(() => {
    made.mockReset().mockImplementation((article: Element) => Promise.resolve(pdf(plainText(article))));
    fetched.mockReset();
  });

  it("makes both sheets of each job where nobody sees them, then fetches the archive", async () => {
    const one = jobView({ job: { number: 9, complaint: "Slop at the knob." } });
    known(one);
    const { user } = show(<SendArchive of="vehicle" id={one.vehicle.id} jobs={[one.job.id]} />);
    await user.click(screen.getByRole("button", { name: "Archive" }));
    await waitFor(() => expect(fetched).toHaveBeenCalledWith(`/api/archive?of=vehicle&id=${one.vehicle.id}`));
    expect(made.mock.calls.map((c) => [plainText(c[0] as Element).includes("Slop at the knob."), c[2]])).toEqual([
      [true, "record"],
      [true, "customer"],
    ]);
    expect(document.querySelector("article")).toBeNull();
    expect(screen.queryByText(/could not be made/)).toBeNull();
  });

  it("goes on without a sheet that cannot be made, and says how many are missing", async () => {
    const one = jobView({ job: { number: 9 } });
    known(one);
    made.mockRejectedValueOnce(new Error("no font"));
    const { user } = show(<SendArchive of="vehicle" id={one.vehicle.id} jobs={[OTHER, one.job.id]} />);
    await user.click(screen.getByRole("button", { name: "Archive" }));
    await waitFor(() => expect(fetched).toHaveBeenCalledTimes(1), { timeout: 4000 });
    // Both sheets of the job the server does not give, and the one that failed.
    expect(screen.getByRole("status").textContent).toBe("3 sheets could not be made: not in the archive.");
  });

  it("stops when told to, and fetches nothing", async () => {
    const one = jobView({ job: { number: 9 } });
    known(one);
    made.mockImplementation(() => new Promise(() => undefined));
    const { user } = show(<SendArchive of="job" id={PARENT} jobs={[one.job.id]} />);
    await user.click(screen.getByRole("button", { name: "Archive" }));
    await waitFor(() => expect(made).toHaveBeenCalled());
    await user.click(screen.getByRole("button", { name: "Stop" }));
    expect(document.querySelector("article")).toBeNull();
    expect(fetched).not.toHaveBeenCalled();
  });

  it("of a vehicle nobody worked on is fetched at once", async () => {
    const { user } = show(<SendArchive of="vehicle" id={record("vehicle", { tag: "SI 1" }).id} jobs={[]} />);
    await user.click(screen.getByRole("button", { name: "Archive" }));
    expect(fetched).toHaveBeenCalledTimes(1);
  });
});
