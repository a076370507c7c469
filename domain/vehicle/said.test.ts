import { expect, it } from "vitest";
import { record } from "../../tests/domain/records";
import { saidOf, withSaid } from ".";

it("what nobody has said of a vehicle is said, and taken back, field by field", () => {
  const fresh = record("vehicle", { tag: "T 1", unsaid: ["layout", "drivenWheels"] });
  expect([saidOf(fresh, "layout"), saidOf(fresh, "drivenWheels")]).toEqual(["", ""]);
  expect(withSaid(fresh, "layout", "eastWest")).toEqual({ layout: "eastWest", unsaid: ["drivenWheels"] });
  const said = { ...fresh, ...withSaid(fresh, "layout", "eastWest") };
  expect(saidOf(said, "layout")).toBe("eastWest");
  expect(withSaid(said, "layout", "")).toEqual({ unsaid: ["drivenWheels", "layout"] });
});
