import { Button } from "antd";
import { useState } from "react";
import type { Vehicle } from "../../../contract";
import { formatNumber } from "../../../core";
import type { Editor } from "../../data/saving";
import { DriveTrainDialog } from "../../pieces/vibration/DriveTrainDialog";

/** Tyre, final drive and gear ratios in a line; a vibration recording takes its names from them. */
export function WhatTurns({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const [open, setOpen] = useState(false);
  const { driveTrain: d } = vehicle;
  return (
    <section className="sect">
      <h2 className="hd2">Drivetrain data</h2>
      {d ? (
        <p>
          Tyre {"size" in d.tyre ? d.tyre.size : `that rolls ${formatNumber(d.tyre.circumferenceMm, 0)} mm`}, final
          drive <span className="n">{formatNumber(d.finalDrive, 2)}</span>, gears{" "}
          <span className="n">{d.ratios.map((r) => formatNumber(r.ratio, 2)).join(", ")}</span>
          {d.propShaft ? ", prop shaft" : ", no prop shaft"}.
        </p>
      ) : (
        <p className="q">Not entered yet. A vibration recording gets its names from tyre, final drive and gears.</p>
      )}
      <div className="row-flex" style={{ marginTop: 8 }}>
        <Button onClick={() => setOpen(true)}>{d ? "Change" : "Enter drivetrain data"}</Button>
      </div>
      {open && <DriveTrainDialog vehicle={vehicle} edit={edit} onClose={() => setOpen(false)} />}
    </section>
  );
}
