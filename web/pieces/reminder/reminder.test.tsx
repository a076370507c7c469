// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { Button } from "antd";
import { describe, expect, it, vi } from "vitest";
import { show } from "../../../tests/web/show";
import { ReminderDialog } from "./ReminderDialog";

const usual = "The bolts of the tail mount want looking at.";
const dialog = (onClose: () => void, about = "recheck") => (
  <ReminderDialog
    tag="SI 0311"
    about={about}
    usual={usual}
    onClose={onClose}
    acts={(text, sent) => (
      <Button onClick={sent} title={text}>
        Sent
      </Button>
    )}
  />
);
const text = () => screen.getByLabelText<HTMLTextAreaElement>("Text of the reminder");

describe("a reminder to an owner", () => {
  it("begins with the usual words and hands over what was made of them", async () => {
    const closed = vi.fn();
    const { user } = show(dialog(closed));
    expect(screen.getByRole("dialog", { name: "SI 0311: reminder to the owner" })).toBeTruthy();
    expect(text().value).toBe(usual);
    await user.type(text(), " Tuesday?");
    expect(screen.getByRole("button", { name: "Sent" }).title).toBe(`${usual} Tuesday?`);
  });

  it("keeps what was typed until it is sent, for this message only", async () => {
    const closed = vi.fn();
    const first = show(dialog(closed));
    await first.user.type(text(), " Tuesday?");
    first.unmount();
    const other = show(dialog(closed, "parts"));
    expect(text().value).toBe(usual);
    other.unmount();
    const again = show(dialog(closed));
    expect(text().value).toBe(`${usual} Tuesday?`);
    await again.user.click(screen.getByRole("button", { name: "Sent" }));
    expect(closed).toHaveBeenCalledOnce();
    again.unmount();
    show(dialog(closed));
    expect(text().value).toBe(usual);
  });

  it("copies the text, and says that it did", async () => {
    const { user } = show(dialog(vi.fn()));
    await user.click(screen.getByRole("button", { name: "Copy the text" }));
    await waitFor(() => expect(screen.getByRole("button", { name: "Copied" })).toBeTruthy());
    expect(await navigator.clipboard.readText()).toBe(usual);
  });
});
