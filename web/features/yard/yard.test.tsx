// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { waitKinds, type YardJob } from "../../../contract";
import { answering, plainText, show } from "../../../tests/web/show";
import { YardPage } from "./YardPage";
import { yardJob } from "../../../tests/domain/records";

let n = 0;
const line = (data: Partial<YardJob>): YardJob => {
  n += 1;
  return yardJob({
    id: `01DEMSKERR00000000000000${String(n).padStart(2, "0")}`,
    number: 200 + n,
    tag: "SI 0724",
    title: "Ulverin L12, long base",
    owner: "Torvey Isle Bus Trust",
    stage: "compare",
    load: ["onStands"],
    waits: { kind: "nothing", what: "Choose the lever", since: null, until: null },
    nextAction: "Throw bench",
    complaint: "Shakes.",
    openedAt: "2026-11-20T08:00:00Z",
    ...data,
  });
};
const yard = (jobs: YardJob[], vehicles = 5, closedJobs = 3, due: object[] = []): void =>
  answering("/api/yard", (query: URLSearchParams) => {
    const search = query.get("search") ?? "";
    const found = jobs.filter((j) => `${j.tag} ${j.title} ${j.owner}`.toLowerCase().includes(search));
    const waiting = Object.fromEntries(
      waitKinds.map((kind) => [kind, jobs.filter((j) => j.waits.kind === kind).length]),
    );
    const page = found.slice(0, Number(query.get("limit")));
    return { jobs: page, total: jobs.length, found: found.length, waiting, vehicles, closedJobs, due };
  });
const says = async (): Promise<string> => plainText(await screen.findByRole("region", { name: "Answer" }));

describe("the Yard", () => {
  it("says first what is yours to move, and puts each job under what it waits for", async () => {
    yard([
      line({}),
      line({
        tag: "SI 0311",
        title: "Skarvane P2",
        waits: { kind: "part", what: "Two bushes", since: null, until: null },
        bay: "Bay 2",
      }),
      line({
        tag: "SI 0007",
        title: "Hill-climb car",
        waits: { kind: "nothing", what: "", since: null, until: null },
        nextAction: "",
      }),
    ]);
    show(<YardPage />, { at: "/yard" });
    expect(await says()).toBe(
      "Two jobs are ready to work on. Start with SI 0724, Ulverin L12, long base: choose the lever.",
    );
    const mine = within(screen.getByRole("region", { name: "Ready to work on" }));
    expect(mine.getAllByRole("listitem")).toHaveLength(2);
    // A job that names no action of its own goes to its stage.
    expect(mine.getByRole("button", { name: "Go to Compare" })).toBeTruthy();
    expect(within(screen.getByRole("region", { name: "Waits for a part" })).getByText("Two bushes")).toBeTruthy();
    expect(plainText(screen.getByRole("region", { name: "Bays" }))).toContain("Bay 2");
  });

  it("finds by tag, owner or model, and says when nothing matches", async () => {
    yard([line({}), line({ tag: "SI 0311", title: "Skarvane P2", owner: "Skerrin Post" })]);
    const { user } = show(<YardPage />, { at: "/yard" });
    await says();
    const field = screen.getByLabelText("Tag, owner or model");
    const dossiers = (): number => screen.queryAllByRole("link", { name: /^Dossier of/ }).length;
    await user.type(field, "skerrin post");
    await waitFor(() => expect(dossiers()).toBe(1));
    await user.type(field, " of old");
    await screen.findByText("No open job matches “skerrin post of old”");
    await user.click(screen.getByRole("button", { name: "Show all" }));
    await waitFor(() => expect(dossiers()).toBe(2));
  });

  it("shows a long list page by page, with counts of all of it", async () => {
    yard(Array.from({ length: 230 }, () => line({})));
    const { user } = show(<YardPage />, { at: "/yard" });
    expect(await says()).toMatch(/^230 jobs are ready to work on\./);
    const dossiers = (): number => screen.getAllByRole("link", { name: /^Dossier of/ }).length;
    expect(dossiers()).toBe(100);
    expect(screen.getByText(/100 of 230 open jobs shown/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Show 100 more" }));
    await waitFor(() => expect(dossiers()).toBe(200));
    await user.click(screen.getByRole("button", { name: "Show 30 more" }));
    await waitFor(() => expect(dossiers()).toBe(230));
    expect(screen.queryByText(/open jobs shown/)).toBeNull();
  });

  it("says when all wait for others, when there is none, and when the server does not answer", async () => {
    yard([line({ waits: { kind: "customer", what: "Says how it idles", since: null, until: null } })]);
    const waiting = show(<YardPage />, { at: "/yard" });
    expect(await says()).toBe("No job is ready to work on now. One job waits for others.");
    waiting.unmount();
    yard([], 0, 0);
    const empty = show(<YardPage />, { at: "/yard" });
    expect(await says()).toBe("No open jobs. The book is empty.");
    expect(screen.getByText("Begin with a vehicle")).toBeTruthy();
    empty.unmount();
    answering("/api/yard", undefined);
    show(<YardPage />, { at: "/yard" });
    expect(await screen.findByRole("alert")).toBeTruthy();
  });
});
