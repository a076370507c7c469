// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { plainText, show } from "../../../tests/web/show";
import { TourPage } from "./TourPage";

const says = (): string => plainText(screen.getByRole("region", { name: "Tour" }));
const steps = (): string[] =>
  screen
    .getAllByRole("listitem")
    .filter((l) => l.closest("[aria-label=Tour]"))
    .map((l) => (l.getAttribute("aria-current") === "step" ? "now" : l.querySelector("svg") ? "done" : "open"));
const type = (label: RegExp, text: string): void => {
  const [field] = screen.getAllByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

describe("the tour", () => {
  it("is gone through by doing: what the bench shows done is ticked, the rest is asked", async () => {
    show(<TourPage />);
    expect(says()).toMatch(/The short lever claims 35 % and does not give it\./);
    expect(steps()).toEqual(["now", "open", "open", "open"]);
    // A shorter lever: 1 - (225/76)/(300/70) = 31 %, and it clears as it did.
    type(/^above pivot/, "225 mm");
    expect(says()).toMatch(/The answer gives a range, as no measure is exact\./);
    expect(steps()).toEqual(["done", "done", "now", "open"]);
    // What was done stays done when the lever is moved back.
    type(/^above pivot/, "270 mm");
    expect(steps().slice(0, 2)).toEqual(["done", "done"]);
    fireEvent.click(screen.getByRole("button", { name: "Next" }));
    expect(says()).toMatch(/Every figure can be traced/);
    fireEvent.click(screen.getByRole("button", { name: "Done" }));
    expect(says()).toMatch(/That is the bench\./);
    fireEvent.click(screen.getByRole("button", { name: "Again" }));
    expect(steps()).toEqual(["now", "open", "open", "open"]);
  });
});
