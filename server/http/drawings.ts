import { Router } from "express";
import { routes } from "../../contract";
import { leverDrawing } from "../../drawing";
import { sendingEndpoint } from "./endpoint";

/** Drawings of a lever for whoever makes it. */
export function drawingEndpoints(): Router {
  const router = Router();
  sendingEndpoint(router, routes.leverDrawing, ({ query }, _req, res) => {
    const { as, name, estimated, knobXMm, knobZMm, pinXMm, pinZMm } = query;
    const made = leverDrawing({
      name,
      estimated: estimated === "yes",
      knob: { xMm: knobXMm, zMm: knobZMm },
      pin: { xMm: pinXMm, zMm: pinZMm },
    });
    res.set("Content-Disposition", `attachment; filename="lever.${as}"`);
    if (as === "svg") res.type("svg").send(made.svg());
    else if (as === "dxf") res.type("image/vnd.dxf").send(made.dxf());
    else res.type("pdf").send(made.pdf());
  });
  return router;
}
