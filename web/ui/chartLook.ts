import type { ApexOptions } from "apexcharts";
import { token } from "./ApexChart";

export const FIGURES = "Red Hat Mono Variable";
export const WORDS = "Archivo Variable";

/** A line under or beside a chart. */
export const axisTitle = (text: string): NonNullable<ApexOptions["xaxis"]>["title"] => ({
  text,
  style: { color: token("--quiet"), fontSize: "12px", fontFamily: WORDS, fontWeight: 500 },
});

export const axisFigures = () => ({ colors: token("--quiet"), fontSize: "12px" });

/** What every chart of the program has in common: no toolbar, no zoom, nothing moves, our own type. */
export const plainChart = (): NonNullable<ApexOptions["chart"]> => ({
  toolbar: { show: false },
  zoom: { enabled: false },
  animations: { enabled: false },
  fontFamily: FIGURES,
  background: "transparent",
});

export const plainAxis = () => ({
  axisBorder: { color: token("--edge") },
  axisTicks: { color: token("--edge") },
  tooltip: { enabled: false },
});
