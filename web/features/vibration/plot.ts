/** Where the plot stands in the chart, px. */
export interface Plot {
  left: number;
  width: number;
}
