import { formatNumber } from "../../../core";
import { useUnits } from "../../format/units";
import type { Bench } from "./usePhotoBench";
import { LedgerTable } from "../../ui/LedgerTable";

/** Where every figure of the picture comes from, down to the places on the sheet. */
export function Working({ bench }: { bench: Bench }) {
  const units = useUnits();
  const { live, photo, places, levers } = bench;
  if (!live || !photo || !places) return null;
  const { reductionPct: r, old, new: fresh } = levers ?? {};
  return (
    <>
      <p>
        The outer corners of the four marks fix how the sheet’s plane lies in the picture (plane homography from four
        points; Hartley and Zisserman, Multiple View Geometry, 2nd ed., ch. 4). Every click goes through it to a place
        on the sheet, in mm from the first mark.
        {live.focal35Mm !== null &&
          " With the lens known the camera’s place is known too, and what lies above the sheet is put right along its line of sight."}
      </p>
      <LedgerTable heads={["point", "across, mm", "down, mm", "one standard uncertainty, mm"]}>
        {places.points.map((p) => (
          <tr key={p.name}>
            <td>{p.name}</td>
            <td className="n">{formatNumber(p.xMm, 2)}</td>
            <td className="n">{formatNumber(p.yMm, 2)}</td>
            <td className="n">{formatNumber(p.standardMm, 2)}</td>
          </tr>
        ))}
      </LedgerTable>
      {r && old?.ratio && fresh?.ratio && (
        <p>
          Less throw = 1 − (knob ÷ pin, new) ÷ (knob ÷ pin, old) = 1 − {formatNumber(fresh.ratio.value, 3)} ÷{" "}
          {formatNumber(old.ratio.value, 3)} = {formatNumber(r.value, 1)} %. That holds for a straight lever on a direct
          drive; the throw bench counts rod, angle and cable in.
        </p>
      )}
      <p className="lb">
        Each coordinate of a point counts as {formatNumber(Math.max(1, ...live.points.map((p) => p.offPx)), 1)} px off
        (the coarsest of them: 1 px under the magnifier, more where the screen shows the picture smaller), each of a
        corner as 0.5 px (one standard uncertainty, common practice); one pixel is{" "}
        {units.show(places.mmPerPx, "length", { digits: 2 })} in the middle of the sheet. Intervals are 95 %, twice the
        standard uncertainty (JCGM 100:2008). A lens that is off by 5 % is 1 mm of length at 40 mm above the sheet; that
        is not in the interval, nor is a sheet that does not lie flat.
      </p>
    </>
  );
}
