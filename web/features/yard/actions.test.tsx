// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { YardJob } from "../../../contract";
import { PARENT, plainText, record, show, written } from "../../../tests/web/show";
import { YardAction } from "./YardAction";
import { yardJob } from "../../../tests/domain/records";

const job = (data: Partial<YardJob>): YardJob => yardJob(data);
const part = (name: string) => record("part", { jobId: PARENT, name, state: "ordered" });

describe("a line of the Yard", () => {
  it("marks what has arrived, part by part, and the job goes on once all is here", async () => {
    const [bush, clip] = [part("Bush"), part("Clip")];
    const waits = { kind: "part" as const, what: "Bush and Clip", since: "2026-11-20T08:00:00Z", until: null };
    const { user, store } = show(<YardAction job={job({ waits, ordered: [bush, clip] })} primary={false} />);
    await user.click(screen.getByRole("button", { name: "Mark as arrived" }));
    await user.click(screen.getByRole("checkbox", { name: "Clip" }));
    await user.click(screen.getByRole("button", { name: "Mark one part as arrived" }));
    const first = written(store);
    expect(first.map((o) => (o.op === "update" ? [o.resource, o.id, o.data] : []))).toEqual([
      ["job", PARENT, { waits: { ...waits, what: "Clip" }, nextAction: "Mark as arrived" }],
      ["part", bush.id, { state: "arrived" }],
    ]);
    await user.click(screen.getByRole("button", { name: "Mark as arrived" }));
    await user.click(screen.getByRole("button", { name: "Mark 2 parts as arrived" }));
    const last = written(store).slice(2);
    expect(last).toHaveLength(3);
    expect(last[0]).toMatchObject({
      data: { waits: { kind: "nothing", what: "What was ordered is here" }, nextAction: "" },
    });
  });

  it("shows the text of a reminder and notes it as sent, with who and when", async () => {
    const waits = { kind: "customer" as const, what: "says how it idles", since: "2026-11-20T08:00:00Z", until: null };
    const { user, store } = show(<YardAction job={job({ waits })} primary={false} />);
    await user.click(screen.getByRole("button", { name: "Send a reminder" }));
    const text = screen.getByLabelText("Text of the reminder");
    expect(text).toHaveProperty("value", expect.stringContaining("To Skerrin Post,"));
    expect(text).toHaveProperty("value", expect.stringContaining("says how it idles"));
    expect(plainText(document.body)).toContain("No reminder has been sent yet.");
    await user.click(screen.getByRole("button", { name: "Note it as sent" }));
    const [op] = written(store);
    expect(op).toMatchObject({
      resource: "job",
      version: 4,
      data: { reminders: [{ text: expect.any(String), by: null }] },
    });
  });

  it("goes to the stage where nothing is waited for", () => {
    show(<YardAction job={job({})} primary />);
    expect(screen.getByRole("button", { name: "Go to Plan" })).toBeTruthy();
  });
});
