import { Button, Modal } from "antd";
import { useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useVehicleQuery } from "../../data/api";
import { leftOpenBy, shopVisits } from "../../../domain";
import { useAppSelector } from "../../data/hooks";
import { useKeys } from "../../data/useKeys";
import { oneWithPending, useEdit, withPending } from "../../data/saving";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { count, layoutText, SHIFTER_NAMES, vehicleTitle } from "../../format/words";
import { Tag } from "../../ui/pictograms";
import { Coming } from "../../ui/states";
import { LookAgain } from "../../pieces/rechecks/LookAgain";
import { UndoKeys } from "../../pieces/job/UndoKeys";
import { SendArchive } from "../record";
import { GearboxEditor } from "./GearboxEditor";
import { OpenJob } from "./OpenJob";
import { WhatTurns } from "./WhatTurns";
import { LastTime, Timeline } from "./Timeline";
import css from "./vehicles.module.css";
import { OverDistance } from "./OverDistance";
import { Facts } from "./Facts";
import { Odometer } from "./Odometer";
import { Specs } from "./Specs";
import { Torques, Readings, Parts } from "./OverTheYears";

/** Everything known of one vehicle. */
export function VehiclePage() {
  const { vehicleId = "" } = useParams();
  const navigate = useNavigate();
  const pending = useAppSelector((s) => s.saving.pending);
  const { data, error, refetch } = useVehicleQuery(vehicleId);
  const scope = `vehicle:${vehicleId}`;
  const edit = useEdit(scope);
  const [opening, setOpening] = useState(false);
  const [binning, setBinning] = useState(false);
  const keys = useMemo(() => ({ "Ctrl+z": edit.undo, "Ctrl+Shift+z": edit.redo }), [edit]);
  useKeys(keys);
  if (!data) return <Coming query={{ error, refetch }} rows={12} />;
  const vehicle = oneWithPending(data.vehicle, "vehicle", pending);
  const open = data.jobs.filter((j) => !j.closedAt);
  const visits = shopVisits({ ...data, vehicle });
  return (
    <>
      <title>{`${vehicle.tag}, ${vehicleTitle(vehicle)} · Ash Lever`}</title>
      <header className="jobhead" style={{ borderBottom: "1px solid var(--line)" }}>
        <Tag text={vehicle.tag} strong />
        <div>
          <h1>{vehicleTitle(vehicle)}</h1>
          <div className="sub">
            {[vehicle.owner, SHIFTER_NAMES[vehicle.shifterKind], layoutText(vehicle), count(data.jobs.length, "job")]
              .filter(Boolean)
              .join(" · ")}
          </div>
        </div>
        <div className="push" />
        <UndoKeys scope={scope} edit={edit} />
        <SavedState />
        <SendArchive of="vehicle" id={vehicle.id} jobs={data.jobs.map((j) => j.id)} />
        <Button onClick={() => setBinning(true)}>Into the bin</Button>
        <Button type="primary" onClick={() => setOpening(true)}>
          Open a job
        </Button>
      </header>
      <LastTime visits={visits} />
      {open.map((job) =>
        leftOpenBy({ job }).map((l) => (
          <p key={`${job.id} ${l}`} className={css.leftOpen}>
            <b>Job {job.number} leaves for another day:</b> {l}
          </p>
        )),
      )}
      <div className={`page split ${css.dossier}`}>
        <div>
          <Facts vehicle={vehicle} edit={edit} />
          <GearboxEditor vehicle={vehicle} edit={edit} />
          <WhatTurns vehicle={vehicle} edit={edit} />
          <Odometer vehicle={vehicle} edit={edit} />
          <LookAgain
            vehicle={vehicle}
            rechecks={withPending(data.recheck, "recheck", pending, (r) => r.vehicleId === vehicle.id)}
            parts={data.part}
            edit={edit}
          />
        </div>
        <div>
          <Timeline visits={visits} />
          <OverDistance data={data} vehicle={vehicle} />
          <Specs data={data} vehicle={vehicle} edit={edit} />
          <Torques data={data} />
          <Readings data={data} />
          <Parts data={data} />
        </div>
      </div>
      {opening && <OpenJob vehicle={vehicle} onClose={() => setOpening(false)} />}
      <Modal
        open={binning}
        title={`Put ${vehicle.tag} into the bin?`}
        okText={data.jobs.length ? `Put it and ${count(data.jobs.length, "job")} into the bin` : "Into the bin"}
        onCancel={() => setBinning(false)}
        onOk={() => {
          edit.remove("vehicle", vehicle, `${vehicle.tag} into the bin`, data.jobs.length > 0);
          void navigate("/vehicles");
        }}
      >
        <p>
          {data.jobs.length
            ? `Its ${count(data.jobs.length, "job")}${open.length ? `, ${open.length} of them open,` : ""} go with it.`
            : "It has no jobs."}{" "}
          The bin in Shop brings it back.
        </p>
      </Modal>
    </>
  );
}
