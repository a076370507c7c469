// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { plainText, show, typeInto } from "../../tests/web/show";
import { DayField } from "./DayField";

const field = (value: string | null, month = false) => {
  const onCommit = vi.fn();
  return { onCommit, ...show(<DayField label="here on" value={value} month={month} onCommit={onCommit} />) };
};
const input = () => screen.getByLabelText<HTMLInputElement>("here on");
const openCalendar = async (user: ReturnType<typeof field>["user"]) => {
  await user.click(screen.getByRole("button", { name: "Calendar" }));
  return screen.findByRole("table");
};

describe("a day", () => {
  it("is typed, and refused with what is accepted", async () => {
    const { user, onCommit } = field(null);
    await typeInto(user, input(), "2026-12-02");
    expect(onCommit).toHaveBeenLastCalledWith("2026-12-02");
    await typeInto(user, input(), "2026-02-30");
    expect(plainText(screen.getByRole("alert"))).toBe("accepted: a day like 2025-06-02");
    expect(onCommit).toHaveBeenCalledOnce();
  });

  it("may be a month where that will do", async () => {
    const { user, onCommit } = field(null, true);
    await typeInto(user, input(), "03/2004");
    expect(onCommit).toHaveBeenLastCalledWith("2004-03");
  });

  it("is tapped in a calendar that begins where it stands, weeks from Monday", async () => {
    const { user, onCommit } = field("2026-12-02");
    const month = within(await openCalendar(user));
    expect(screen.getByText("December 2026")).toBeTruthy();
    expect(plainText(month.getAllByRole("columnheader")[0])).toMatch(/^Mo/);
    // 1 December 2026 is a Tuesday: the first row begins with 30 November.
    expect(month.getAllByRole("cell")[0].getAttribute("title")).toBe("2026-11-30");
    await user.click(within(month.getByTitle("2026-12-24")).getByText("24"));
    expect(onCommit).toHaveBeenLastCalledWith("2026-12-24");
    expect(onCommit).toHaveBeenCalledOnce();
  });

  it("is looked for in another month without choosing it", async () => {
    const { user, onCommit } = field("2026-12-02");
    await openCalendar(user);
    await user.click(screen.getByRole("button", { name: "Month after" }));
    expect(screen.getByText("January 2027")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Month before" }));
    await user.click(screen.getByRole("button", { name: "Month before" }));
    expect(screen.getByText("November 2026")).toBeTruthy();
    expect(onCommit).not.toHaveBeenCalled();
  });

  it("that is tapped takes the place of what was typed and refused", async () => {
    const Kept = () => {
      const [day, setDay] = useState<string | null>("2026-12-02");
      return <DayField label="here on" value={day} onCommit={setDay} />;
    };
    const { user } = show(<Kept />);
    await typeInto(user, input(), "next week");
    expect(screen.getByRole("alert")).toBeTruthy();
    const month = within(await openCalendar(user));
    await user.click(within(month.getByTitle("2026-12-24")).getByText("24"));
    expect(input().value).toBe("2026-12-24");
    expect(screen.queryByRole("alert")).toBeNull();
  });
});
