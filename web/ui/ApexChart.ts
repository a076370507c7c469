import ApexChart from "react-apexcharts";

/** Under ESM the charts' package may hand over its module instead of the component. */
export const Chart = ((ApexChart as unknown as { default?: typeof ApexChart }).default ??
  ApexChart) as typeof ApexChart;

/** A token's value, for charts that cannot read custom properties themselves. */
export const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
