// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { answering, fakeEdit, jobView, plainText, show } from "../../../tests/web/show";
import { BeginWork } from "./BeginWork";

const begun = async (worked: { source: string; minutes: number[] }[]): Promise<HTMLElement> => {
  answering("/api/workshop", { templates: [], stock: [], kits: [], worked });
  const view = jobView({ job: { complaint: "The tail mount has collapsed, the gearbox hangs on its stops." } });
  const { user } = show(<BeginWork view={view} edit={fakeEdit()} tabs={null} onOwn={() => undefined} />);
  await user.click(await screen.findByRole("button", { name: /^Gearbox tail mount/ }));
  return screen.findByRole("region", { name: "What it comes to" });
};

describe("what a kind of job comes to", () => {
  it("names the mistakes of the trade, each with the step that catches it", async () => {
    const said = plainText(await begun([]));
    expect(said).toContain("What goes wrong often");
    expect(said).toContain("Jacked under a thin pan caught by: hold the gearbox from below");
    expect(said).toContain("planned, not yet measured here");
    expect(said).not.toContain("by the quickest");
  });

  it("says between what its minutes lie where the shop did some of it", async () => {
    const region = await begun([{ source: "tailMount/on-stands*", minutes: [10, 25] }]);
    const said = plainText(within(region).getByRole("heading", { name: /^Steps/ }));
    expect(said).toContain("one step as they took here, the others planned");
    const [, least, most] = /; (\d+) to (\d+) min by the quickest and the slowest/.exec(said) ?? [];
    expect(Number(most) - Number(least)).toBe(15);
  });
});
