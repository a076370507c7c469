// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { NewFields } from "../../../contract";
import { answering, fakeEdit, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { Kits } from "./Kits";

const kit = (data: Partial<NewFields<"kit">> = {}) => record("kit", { name: "Short 45", ...data });
const list = async (kits: ReturnType<typeof kit>[], units?: "inch") => {
  answering("/api/workshop", { templates: [], stock: [], kits, worked: [] });
  const edit = fakeEdit();
  const shown = show(<Kits edit={edit} currency="crowns" />, { units });
  if (kits.length) await screen.findByLabelText(`Name of ${kits[0].name}`);
  return { edit, said: () => edit.update.mock.lastCall?.slice(1) as unknown[], ...shown };
};

describe("levers that can be bought", () => {
  it("say what belongs here while there are none, and begin with one", async () => {
    const { user, edit } = await list([]);
    await user.click(screen.getByRole("button", { name: "List a lever" }));
    expect(edit.create.mock.calls[0]).toEqual(["kit", { name: "Lever 1" }, "Lever on the list"]);
  });

  it("are claimed until somebody measured them", async () => {
    const own = kit();
    const { user, said } = await list([own]);
    expect(own.origin).toBe("claimed");
    await pick(user, "Where the measures of Short 45 come from", "measured");
    expect(said().slice(0, 2)).toEqual([own, { origin: "measured" }]);
  });

  it("keep where a point stands sideways when its height is typed, in either unit", async () => {
    const own = kit({ knob: { xMm: 12, zMm: 240 } });
    const { user, said } = await list([own], "inch");
    await typeInto(user, screen.getByLabelText("Knob of Short 45 above the pivot"), "10");
    expect(said().slice(0, 2)).toEqual([own, { knob: { xMm: 12, zMm: 254 } }]);
    await typeInto(user, screen.getByLabelText("Pin of Short 45, below the pivot negative"), "-80 mm");
    expect(said().slice(0, 2)).toEqual([own, { pin: { xMm: 0, zMm: -80 } }]);
  });

  it("may lose their claim, and refuse one that cannot be", async () => {
    const own = kit({ claimedReductionPct: 45 });
    const { user, edit, said } = await list([own]);
    const claim = screen.getByLabelText("Claim of Short 45");
    await typeInto(user, claim, "145");
    expect(plainText(screen.getByRole("alert"))).toMatch(/^accepted: /);
    expect(edit.update).not.toHaveBeenCalled();
    await user.clear(claim);
    await user.keyboard("{Enter}");
    expect(said().slice(0, 2)).toEqual([own, { claimedReductionPct: null }]);
  });

  it("go off the list by one key", async () => {
    const own = kit();
    const { user, edit } = await list([own, kit({ name: "Short 30" })]);
    await user.click(screen.getByRole("button", { name: "Take Short 45 off the list" }));
    expect(edit.remove.mock.calls[0]).toEqual(["kit", own, "Short 45 off the list"]);
    await user.click(screen.getByRole("button", { name: "One more lever" }));
    expect(edit.create.mock.calls[0][1]).toEqual({ name: "Lever 3" });
  });
});
