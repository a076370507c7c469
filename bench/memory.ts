import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { changeRequest, SHOP_ID, type ChangeRequest, type NewFields, type ResourceName } from "../contract";
import { learn, measuringSheet, seededRandom, shopStandard } from "../core";
import { measuringSheetSvg } from "../drawing";
import { buildApp } from "../server/app";
import { Views } from "../server/services";
import { flatPicture, readSheet } from "../server/photos";
import type { Figure } from "./report";

const JOBS = 10_000;
const CASES = 5_000;

const ID = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
const idOf = (n: number): string => {
  let tail = "";
  for (let v = n, i = 0; i < 12; i++, v = Math.floor(v / 32)) tail = ID[v % 32] + tail;
  return `01BENCHMEM0000${tail}`;
};

/** Search over ten thousand jobs, as long as the slowest of a few words takes. */
async function searchFigure(): Promise<Figure> {
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-bench-"));
  const app = await buildApp({ databaseFile: join(folder, "bench.sqlite"), writesAMinute: 1e9 });
  const { Changes } = await import("../server/services");
  const changes = new Changes(app.unit, { photo: () => true, recording: () => true });
  const views = new Views(app.unit);
  let n = 0;
  const create = <R extends ResourceName>(resource: R, data: NewFields<R>, id = idOf((n += 1))) => ({
    op: "create" as const,
    resource,
    id,
    data: data as Record<string, unknown>,
  });
  const send = (operations: ChangeRequest["operations"]) =>
    changes.apply(
      changeRequest.parse({
        id: idOf((n += 1)),
        scope: "shop",
        label: "bench",
        operations,
        personId: null,
        correction: null,
      }),
    );
  await send([create("shop", { name: "Bench" }, SHOP_ID)]);
  const vehicle = idOf((n += 1));
  await send([create("vehicle", { tag: "SI 1", model: "Van" }, vehicle)]);
  const words = ["clunk", "bush", "shakes", "lever", "gate", "third", "mount", "knob", "slop", "prop"];
  for (let from = 0; from < JOBS; from += 100) {
    await send(
      Array.from({ length: 100 }, (_, k) =>
        create("job", {
          vehicleId: vehicle,
          complaint: `${words[(from + k) % 10]} ${words[(from * 7 + k) % 10]} in ${words[(k * 3) % 10]}, visit ${from + k}`,
        }),
      ),
    );
  }
  const took: number[] = [];
  for (const asked of ["clunk", "visit 9871", "bush third", "nothing like it", "sh"]) {
    const begun = performance.now();
    await views.search(asked, 20);
    took.push(performance.now() - begun);
  }
  await app.close();
  rmSync(folder, { recursive: true, force: true });
  return { what: `search over ${JOBS} jobs, the slowest of five`, value: Math.max(...took), unit: "ms", limit: 50 };
}

/** The table that learns, from five thousand closed jobs with twelve answers each. */
function learnFigure(): Figure {
  const random = seededRandom(3);
  const { faults, observations } = shopStandard;
  const cases = Array.from({ length: CASES }, () => {
    const picked = [...observations].sort(() => random() - 0.5).slice(0, 12);
    return {
      fault: faults[Math.floor(random() * faults.length)].id,
      observations: picked.map((o) => ({ id: o.id, present: random() < 0.4 })),
    };
  });
  const begun = performance.now();
  learn({ knowledge: shopStandard, cases, strength: 20 });
  return { what: `learning from ${CASES} closed jobs`, value: performance.now() - begun, unit: "ms", limit: 500 };
}

/** A picture of twelve megapixels: its marks found, and laid flat. */
async function sheetFigures(): Promise<Figure[]> {
  const { widthMm } = measuringSheet("A3");
  const page = await sharp(Buffer.from(measuringSheetSvg("A3")), { density: 220 })
    .resize(3600)
    .png()
    .toBuffer();
  const jpeg = await sharp({ create: { width: 4000, height: 3000, channels: 3, background: "#777" } })
    .composite([{ input: await sharp(page).rotate(2, { background: "#777" }).resize(3900).toBuffer() }])
    .jpeg()
    .toBuffer();
  await readSheet(jpeg);
  const begun = performance.now();
  const seen = await readSheet(jpeg);
  const read = performance.now() - begun;
  if (!seen.ok) throw new Error(`the sheet is not found: ${seen.why}, ${widthMm} mm`);
  const from = performance.now();
  await flatPicture(jpeg, seen.corners, seen.kind);
  const flat = performance.now() - from;
  return [
    { what: "marks found in a picture of 12 megapixels", value: read, unit: "ms", limit: 2000 },
    { what: "the same picture laid flat", value: flat, unit: "ms", limit: 2000 },
  ];
}

export const memoryFigures = async (): Promise<Figure[]> => [
  learnFigure(),
  ...(await sheetFigures()),
  await searchFigure(),
];
