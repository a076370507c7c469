// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { prepareZXingModule, readBarcodes } from "zxing-wasm/reader";
import { describe, expect, it } from "vitest";
import { create } from "qrcode";
import { plainText, show } from "../../../tests/web/show";
import { BagLabel } from "./Label";

const HREF = "http://shed.local/jobs/01DEMSKERR000000000000000J/bay?step=01DEMSKERR000000000000000S";

/** The code of a label as dots of a picture, four to each of its squares, with a white border. */
function pictureOf(svg: Element): ImageData {
  const [from, , width] = svg.getAttribute("viewBox")!.split(" ").map(Number);
  const side = width * 4;
  const data = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const [, x, y] of svg
    .querySelector("path")!
    .getAttribute("d")!
    .matchAll(/M(\d+) (\d+)h1v1h-1z/g)) {
    for (let r = 0; r < 4; r++) {
      for (let c = 0; c < 4; c++) {
        const at = (((Number(y) - from) * 4 + r) * side + (Number(x) - from) * 4 + c) * 4;
        data.set([0, 0, 0], at);
      }
    }
  }
  return { data, width: side, height: side, colorSpace: "srgb" } as ImageData;
}

describe("the label of a bag", () => {
  it("says which bag, of which vehicle, from which step", () => {
    show(<BagLabel href={HREF} name="3A" tag="SI 0311" step="step 3" />);
    expect(within(document.body).getByText("3A")).toBeTruthy();
    expect(plainText(document.body)).toBe("3ASI 0311step 3");
  });

  it("is read by a barcode reader as the address of its step", async () => {
    show(<BagLabel href={HREF} name="3A" tag="SI 0311" step="step 3" />);
    // The reader's own program is in its package: by itself it would fetch it from the network.
    const wasm = readFileSync(createRequire(import.meta.url).resolve("zxing-wasm/reader/zxing_reader.wasm"));
    prepareZXingModule({ overrides: { wasmBinary: new Uint8Array(wasm).buffer } });
    const svg = screen.getByRole("img", { name: "Code of the bag 3A, opens this step" });
    const [read] = await readBarcodes(pictureOf(svg), { formats: ["QRCode"] });
    expect(read?.text).toBe(HREF);
  });

  it("draws every dark square of the code and no other", () => {
    show(<BagLabel href={HREF} name="1B" tag="T 1" step="step 1" />);
    const { modules } = create(HREF, { errorCorrectionLevel: "M" });
    const drawn = [
      ...screen
        .getByRole("img")
        .querySelector("path")!
        .getAttribute("d")!
        .matchAll(/M(\d+) (\d+)/g),
    ];
    expect(drawn).toHaveLength(modules.data.filter(Boolean).length);
    expect(drawn.every(([, x, y]) => modules.get(Number(y), Number(x)))).toBe(true);
  });
});
