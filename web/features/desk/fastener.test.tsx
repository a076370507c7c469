// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { pick, plainText, show, shopSays, typeInto, written } from "../../../tests/web/show";
import { useShop } from "../../data/useShop";
import { TorqueTools } from "../shop/TorqueTools";
import { FastenerTool } from "./FastenerTool";

const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

describe("the fastener tool", () => {
  // M8, 8.8, zinc: 36.6 mm2 (ISO 68-1), 580 MPa (ISO 898-1): 15.9 kN at three quarters, 0.2 x 15.9 kN x 8 mm = 25 N m.
  it("gives an estimate and calls it one", () => {
    show(<FastenerTool />);
    expect(says()).toBe("About 25 N m is typical for M8, grade 8.8, zinc plated.");
    expect(plainText(document.body)).toContain("36.6 mm²");
    expect(plainText(document.body)).toContain("never kept as a specification");
  });
  it("warns of a value far off and of too little thread", async () => {
    const { user } = show(<FastenerTool />);
    await typeInto(user, screen.getByLabelText("value to compare"), "220 Nm");
    expect(says()).toContain("Caution: your value is far above that: check unit and document.");
    await typeInto(user, screen.getByLabelText("thread engaged"), "5 mm");
    expect(says()).toContain("Caution: too little thread is engaged.");
    await typeInto(user, screen.getByLabelText("value to compare"), "18 lb ft");
    expect(says()).toContain("Your value is in the usual range.");
  });
  it.each(["seat belt", "steering", "brake", "airbag", "subframe"])(
    "gives no figure for a %s fastener",
    async (what) => {
      const { user } = show(<FastenerTool />);
      await pick(user, "it holds a", what);
      expect(says()).toContain(`No figure for ${what} fasteners.`);
      expect(plainText(document.body)).not.toContain("proof load");
    },
  );
  it("refuses a grade of the other system with what is accepted", async () => {
    const { user } = show(<FastenerTool />);
    await typeInto(user, screen.getByLabelText("thread"), "3/8-16");
    expect(says()).toMatch(/^Not yet: /);
    await pick(user, "grade", "5");
    expect(says()).toContain("is typical for 3/8-16, grade 5");
  });
});

function Tools() {
  const desk = useShop();
  return desk && <TorqueTools shop={desk.shop} onChange={desk.patch} />;
}

describe("the shop's torque tools", () => {
  it("are added, changed, and say when their calibration is over", async () => {
    shopSays({ tools: [{ id: "w", name: "Wrench 100", maxNm: 100, calibrated: "2020-01-01" }] });
    const { user, store } = show(<Tools />);
    await screen.findByText("Calibration was over on 1 January 2021.");
    await typeInto(user, screen.getByLabelText("greatest"), "120 Nm");
    await user.click(screen.getByRole("button", { name: "Add a torque tool" }));
    const operations = written(store) as unknown as { data: { tools: { name: string; maxNm: number }[] } }[];
    expect(operations[0].data.tools).toMatchObject([{ name: "Wrench 100", maxNm: 120 }]);
    expect(operations[1].data.tools.map((t) => t.name)).toEqual(["Wrench 100", "Wrench 2"]);
    await user.click(screen.getByRole("button", { name: "Remove Wrench 100" }));
    expect((written(store).at(-1) as unknown as { data: { tools: unknown[] } }).data.tools).toHaveLength(1);
  });
});
