// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { NewFields, Part } from "../../../contract";
import { fakeEdit, jobView, PARENT, pick, plainText, record, shopSays, show, typeInto } from "../../../tests/web/show";
import { PartsList } from "./PartsList";
import { Ways } from "./Ways";

const part = (name: string, more: Partial<NewFields<"part">> = {}): Part =>
  record("part", { jobId: PARENT, name, ...more });
const bush = part("Lever bush", { price: 11.5 });
const round = (name: string, more: Partial<NewFields<"part">>): Part =>
  part(name, { insteadOf: bush.id, alternative: true, ...more });
const turned = round("Turned from acetal", { way: "repair", price: 22, addsMin: 40, state: "arrived" });
const used = round("Used lever", { way: "used", price: 35, addsMin: 10, arrives: "2026-12-02" });
const shim = round("Brass shim", { way: "temporary", price: 2, addsMin: 25, recheck: "2026-12-27" });

const ways = (all: Part[]) => {
  const edit = fakeEdit();
  return { edit, ...show(<Ways view={jobView({ part: all })} edit={edit} />) };
};
const row = (name: RegExp): string => plainText(screen.getByRole("row", { name }));

describe("ways round a part", () => {
  it("stand side by side with the work in the price, when each is here, and when it is looked at again", async () => {
    shopSays({ hourPrice: 48 });
    ways([bush, turned, used, shim]);
    // By hand: 40 min at 48 an hour are 32, and 22 are 54.
    expect(await screen.findByText("54.00")).toBeTruthy();
    expect(row(/Turned from acetal/)).toMatch(/22\.00.*40.*54\.00.*in stock.*none/);
    expect(row(/Used lever/)).toMatch(/35\.00.*10.*43\.00.*2 Dec.*none/);
    expect(row(/Brass shim/)).toMatch(/2\.00.*25.*22\.00.*27 Dec/);
    expect(row(/Lever bush/)).toMatch(/11\.50.*0.*11\.50.*not known/);
  });

  it("say that the work is not counted in while nobody said what an hour costs", async () => {
    ways([bush, turned, shim]);
    expect(await screen.findByText(/Work is counted in once Shop says/)).toBeTruthy();
    expect(row(/Turned from acetal/)).toContain("not known");
    expect(row(/Lever bush/)).toContain("11.50");
  });

  it("are taken one at a time: the one that is taken counts, all others are alternatives", async () => {
    const { edit, user } = ways([bush, turned, shim]);
    await user.click(screen.getByRole("radio", { name: /Brass shim/ }));
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe("Lever bush: temporary");
    expect(operations).toEqual([
      expect.objectContaining({ id: bush.id, data: { alternative: true } }),
      expect.objectContaining({ id: shim.id, data: { alternative: false } }),
    ]);
  });

  it("are asked for where a part is no longer sold and none is known yet", () => {
    ways([part("Gaiter", { state: "notSold" })]);
    const region = screen.getByRole("region", { name: "Ways to get a part" });
    expect(plainText(region)).toContain("Gaiter, no longer sold");
    expect(plainText(region)).toContain("Add what else would do");
    expect(within(region).queryByRole("radio")).toBeNull();
  });

  it("name in the list of parts what each would stand for", () => {
    show(<PartsList view={jobView({ part: [bush, shim, part("Loose", { alternative: true })] })} edit={fakeEdit()} />);
    expect(screen.getByText("instead of Lever bush, not in the total")).toBeTruthy();
    expect(screen.getByText("alternative, not in the total")).toBeTruthy();
  });
});

describe("another way that is added", () => {
  const dialog = async (user: ReturnType<typeof ways>["user"]) => {
    await user.click(screen.getByRole("button", { name: /add/i }));
    return within(await screen.findByRole("dialog", { name: "Another way for Lever bush" }));
  };

  it("begins as the part is called, and stands beside it with what was said of it", async () => {
    shopSays({ currency: "crowns" });
    const { edit, user } = ways([bush, turned]);
    const form = await dialog(user);
    expect(form.getByLabelText<HTMLInputElement>("what it is").value).toBe("Lever bush");
    await typeInto(user, form.getByLabelText("what it is"), "Bush from a scrapped box");
    await pick(user, "way", "used part");
    await typeInto(user, form.getByLabelText("adds to the work"), "15");
    await user.click(form.getByRole("button", { name: "Add this way" }));
    const [resource, data, label] = edit.create.mock.calls[0];
    expect([resource, label]).toEqual(["part", "Lever bush: another way, used part"]);
    expect(data).toMatchObject({ name: "Bush from a scrapped box", way: "used", addsMin: 15, insteadOf: bush.id });
    // It is one of several that would do, until it is taken.
    expect(data).toMatchObject({ alternative: true, recheck: null });
  });

  it("gets a day on which it is looked at again where it is temporary", async () => {
    const { edit, user } = ways([bush, turned]);
    const form = await dialog(user);
    await pick(user, "way", "temporary");
    expect(form.getByText(/always gets a day on which it is looked at again/)).toBeTruthy();
    await user.click(form.getByRole("button", { name: "Add this way" }));
    const { recheck } = edit.create.mock.calls[0][1] as { recheck: string };
    expect(Date.parse(recheck)).toBeGreaterThan(Date.now());
  });

  it("is still there, half entered, after a look elsewhere", async () => {
    const first = ways([bush, turned]);
    const form = await dialog(first.user);
    await typeInto(first.user, form.getByLabelText("what it is"), "Half a thought");
    first.unmount();
    const again = await dialog(ways([bush, turned]).user);
    expect(again.getByLabelText<HTMLInputElement>("what it is").value).toBe("Half a thought");
  });
});
