import { spawnSync } from "node:child_process";
import { bundleFigures } from "./bundle";
import { dragFigures } from "./drag";
import { faultFigures } from "./faults";
import { hostileFigures } from "./hostile";
import { killFigures } from "./kills";
import { killElsewhereFigures } from "./killsElsewhere";
import { largeShopFigures } from "./largeShop";
import { linkageFigures } from "./linkage";
import { lostAnswerFigures } from "./lostAnswers";
import { memoryFigures } from "./memory";
import { paperFigures } from "./paper";
import { photoFigures } from "./photos";
import { planFigures } from "./plan";
import { powerunitFigures } from "./powerunit";
import { recordFigures } from "./records";
import { report, type Figure } from "./report";
import { saveFigures } from "./saves";
import { sheetOpeningFigures } from "./sheetOpening";
import { sheetFigures } from "./sheets";
import { soakFigures } from "./soak";
import { solverFigures } from "./solver";
import { vibrationFigures } from "./vibration";

const parts: Record<string, () => Figure[] | Promise<Figure[]>> = {
  solver: solverFigures,
  linkage: linkageFigures,
  powerunit: powerunitFigures,
  records: recordFigures,
  plan: planFigures,
  sheets: sheetFigures,
  sheetOpening: sheetOpeningFigures,
  photos: photoFigures,
  memory: memoryFigures,
  paper: paperFigures,
  vibration: vibrationFigures,
  bundle: bundleFigures,
  drag: dragFigures,
  saves: saveFigures,
  faults: faultFigures,
  largeShop: largeShopFigures,
  kills: killFigures,
  killsElsewhere: killElsewhereFigures,
  soak: soakFigures,
  hostile: hostileFigures,
  lostAnswers: lostAnswerFigures,
};

const wanted = process.argv.slice(2);
const names = wanted.length ? wanted : Object.keys(parts);
const unknown = names.find((n) => !parts[n]);
if (unknown) {
  console.error(`bench: got "${unknown}"; accepted: ${Object.keys(parts).join(", ")}`);
  process.exit(2);
}
if (
  names.some((n) =>
    [
      "bundle",
      "drag",
      "vibration",
      "saves",
      "faults",
      "largeShop",
      "kills",
      "killsElsewhere",
      "soak",
      "paper",
      "sheetOpening",
    ].includes(n),
  )
)
  spawnSync("node", ["scripts/build.mjs"], { stdio: "inherit" });
let good = true;
for (const name of names) good = report(await parts[name]()) && good;
process.exit(good ? 0 : 1);
