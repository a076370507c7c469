// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { show } from "../../../tests/web/show";
import { StageTabs } from "./StageTabs";

const TOOLS = [
  ["", "Readings"],
  ["photo", "Photo"],
] as const;
const current = (): string[] => screen.getAllByRole("link", { current: "page" }).map((a) => a.textContent ?? "");

describe("tools of a stage", () => {
  it("show which one is open: the stage itself where none is named or one that is not known", () => {
    for (const [shown, name] of [
      [null, "Readings"],
      ["photo", "Photo"],
      ["wizard", "Readings"],
    ] as const) {
      const { unmount } = show(<StageTabs tools={TOOLS} shown={shown} />);
      expect(current()).toEqual([name]);
      unmount();
    }
  });

  it("lead to their own address, and to what is put beside them", () => {
    show(
      <StageTabs tools={TOOLS} shown={null}>
        <a href="/bay">Bay</a>
      </StageTabs>,
      { at: "/jobs/1/gauge?tool=photo" },
    );
    expect(screen.getAllByRole("link").map((a) => [a.textContent, a.getAttribute("href")])).toEqual([
      ["Readings", "/jobs/1/gauge"],
      ["Photo", "/jobs/1/gauge?tool=photo"],
      ["Bay", "/bay"],
    ]);
  });
});
