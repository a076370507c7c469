import { boundsOf, resources, quantityKinds, type DossierView, type Vehicle } from "../../../contract";
import { Button, Modal } from "antd";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { formatNumber } from "../../../core";
import { useShopQuery, useVehicleQuery } from "../../data/api";
import { useAppSelector } from "../../data/hooks";
import { useKeys } from "../../data/useKeys";
import { oneWithPending, useEdit, type Editor } from "../../data/saving";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import {
  count,
  dateText,
  DRIVEN_NAMES,
  LAYOUT_NAMES,
  SHIFTER_NAMES,
  STAGE_NAMES,
  vehicleTitle,
} from "../../format/words";
import { useUnits } from "../../format/units";
import { late } from "../../ui/late";
import { Figure, OriginLegend } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { MiniRail, Tag } from "../../ui/pictograms";
import { OdometerField } from "../../pieces/vehicle/OdometerField";
import { Skeleton, Trouble } from "../../ui/states";
import { Choice, TextField } from "../../ui/TextField";
import { resultOf, sameMeasurand } from "../../../domain";
import { measurandName } from "../../pieces/readings/ReadingCard";
import { UndoKeys } from "../../pieces/job/UndoKeys";
import { DayField } from "../../ui/DayField";
import { SpecFigure } from "../../pieces/torque/SpecFigure";
import { GearboxEditor } from "./GearboxEditor";
import { OpenJob } from "./OpenJob";
import { WhatTurns } from "./WhatTurns";
import css from "./vehicles.module.css";

const OdometerChart = late(() => import("./OdometerChart").then((m) => m.default));

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
  if (!data) return error ? <Trouble error={error} retry={() => void refetch()} /> : <Skeleton rows={12} />;
  const vehicle = oneWithPending(data.vehicle, "vehicle", pending);
  const open = data.jobs.filter((j) => !j.closedAt);
  return (
    <>
      <title>{`${vehicle.tag}, ${vehicleTitle(vehicle)} · Ash Lever`}</title>
      <header className="jobhead" style={{ borderBottom: "1px solid var(--line)" }}>
        <Tag text={vehicle.tag} strong />
        <div>
          <h1>{vehicleTitle(vehicle)}</h1>
          <div className="sub">
            {[
              vehicle.owner,
              SHIFTER_NAMES[vehicle.shifterKind],
              LAYOUT_NAMES[vehicle.layout],
              count(data.jobs.length, "job"),
            ]
              .filter(Boolean)
              .join(" · ")}
          </div>
        </div>
        <div className="push" />
        <UndoKeys scope={scope} edit={edit} />
        <SavedState />
        <Button onClick={() => setBinning(true)}>Into the bin</Button>
        <Button type="primary" onClick={() => setOpening(true)}>
          Open a job
        </Button>
      </header>
      <div className={`page ${css.dossier}`}>
        <div>
          <Facts vehicle={vehicle} edit={edit} />
          <GearboxEditor vehicle={vehicle} edit={edit} />
          <WhatTurns vehicle={vehicle} edit={edit} />
          <Odometer vehicle={vehicle} edit={edit} />
        </div>
        <div>
          <Jobs jobs={data.jobs} />
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

const shortened = (text: string, most = 90): string =>
  text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;

function Facts({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const patch = (data: Partial<Vehicle>, what: string): void => edit.update("vehicle", vehicle, data, what);
  return (
    <section className="sect">
      <h2 className="hd2">Vehicle</h2>
      <div className="fields">
        <TextField
          label="tag"
          value={vehicle.tag}
          required
          max={boundsOf(resources.vehicle, "tag").max}
          onCommit={(tag) => patch({ tag }, `Tag ${tag}`)}
        />
        <TextField label="owner" value={vehicle.owner} onCommit={(owner) => patch({ owner }, "Owner")} />
        <TextField label="make" value={vehicle.make} onCommit={(make) => patch({ make }, "Make")} />
        <TextField label="model" value={vehicle.model} onCommit={(model) => patch({ model }, "Model")} />
        <TextField label="variant" value={vehicle.variant} onCommit={(variant) => patch({ variant }, "Variant")} />
        <DayField
          month
          label="built"
          value={vehicle.buildDate}
          onCommit={(buildDate) => patch({ buildDate }, "Build date")}
        />
        <Choice
          label="engine"
          value={vehicle.layout}
          options={LAYOUT_NAMES}
          onChange={(layout) => patch({ layout }, LAYOUT_NAMES[layout])}
        />
        <Choice
          label="driven"
          value={vehicle.drivenWheels}
          options={DRIVEN_NAMES}
          onChange={(drivenWheels) => patch({ drivenWheels }, DRIVEN_NAMES[drivenWheels])}
        />
        <Choice
          label="shifter"
          value={vehicle.shifterKind}
          options={SHIFTER_NAMES}
          onChange={(shifterKind) => {
            // A rocking arm takes its travel in degrees: gears in millimetres would not fit it.
            const mixed = (shifterKind === "arm") !== (vehicle.shifterKind === "arm");
            patch({ shifterKind, ...(mixed && { gearbox: null }) }, SHIFTER_NAMES[shifterKind]);
          }}
        />
        <Choice
          label="gearbox"
          value={vehicle.automatic ? "automatic" : "manual"}
          options={{ manual: "manual", automatic: "automatic" }}
          onChange={(kind) => patch({ automatic: kind === "automatic" }, `Gearbox ${kind}`)}
        />
        <NumberField
          label="cylinders"
          value={vehicle.cylinders}
          {...boundsOf(resources.vehicle, "cylinders")}
          whole
          unit=""
          onCommit={(cylinders) => patch({ cylinders }, "Cylinders")}
        />
        <NumberField
          label="idle"
          value={vehicle.idleRpm}
          {...boundsOf(resources.vehicle, "idleRpm")}
          unit="rpm"
          onCommit={(idleRpm) => patch({ idleRpm }, "Idle")}
        />
      </div>
      <div style={{ height: 12 }} />
      <TextField label="notes" lines={2} value={vehicle.notes} onCommit={(notes) => patch({ notes }, "Notes")} />
    </section>
  );
}

function Odometer({ vehicle, edit }: { vehicle: Vehicle; edit: Editor }) {
  const units = useUnits();
  const readings = [...vehicle.odometer].sort((a, b) => a.date.localeCompare(b.date));
  const last = readings.at(-1);
  return (
    <section className="sect">
      <h2 className="hd2">
        Odometer <span className="lb">{last && `${dateText(last.date)}`}</span>
      </h2>
      {readings.length > 1 && <OdometerChart readings={readings} />}
      <ul className="lined">
        {readings.slice(-5).map((o) => (
          <li key={o.date} className="row-flex">
            <span>{dateText(o.date)}</span>
            <span className="push" />
            <Figure origin="measured">{units.show(o.km, "distance")}</Figure>
          </li>
        ))}
      </ul>
      <div style={{ width: 180, marginTop: 8 }}>
        <OdometerField vehicle={vehicle} edit={edit} />
      </div>
      {(vehicle.powerUnit?.nextLook?.km != null || vehicle.powerUnit?.nextLook?.date) && (
        <p className="lb" style={{ marginTop: 8 }}>
          Look at the mounts again
          {vehicle.powerUnit.nextLook.km != null && ` at ${units.show(vehicle.powerUnit.nextLook.km, "distance")}`}
          {vehicle.powerUnit.nextLook.date && `, or on ${dateText(vehicle.powerUnit.nextLook.date)}`}.
        </p>
      )}
    </section>
  );
}

function Jobs({ jobs }: { jobs: DossierView["jobs"] }) {
  return (
    <section className="sect">
      <h2 className="hd2">Jobs</h2>
      <ul className="lined">
        {jobs.map((j) => (
          <li key={j.id} className="row-flex" style={{ flexWrap: "nowrap" }}>
            <MiniRail stage={j.stage} />
            <Link to={`/jobs/${j.id}/${j.stage}`} style={{ flex: 1 }}>
              Job {j.number}: {shortened(j.complaint) || "no complaint noted"}
            </Link>
            <span className="lb">
              {j.closedAt ? `closed ${dateText(j.closedAt)}` : `open, ${STAGE_NAMES[j.stage]}`}
            </span>
            {j.closedAt && <Link to={`/jobs/${j.id}/record`}>Record</Link>}
          </li>
        ))}
      </ul>
      {!jobs.length && <p className="q">No jobs yet.</p>}
    </section>
  );
}

function Torques({ data }: { data: DossierView }) {
  const numberOf = (jobId: string): string => String(data.jobs.find((j) => j.id === jobId)?.number ?? "");
  const byName = data.torqueGroup.filter((g, i, all) => all.findLastIndex((o) => o.name === g.name) === i);
  return (
    <section className="sect">
      <h2 className="hd2">
        Torque values <span className="lb">as last recorded</span>
      </h2>
      {byName.length > 0 && (
        <>
          <table className="ledger">
            <tbody>
              {byName.map((g) => (
                <tr key={g.id}>
                  <td>{g.name}</td>
                  <td className="txt">
                    {g.count} × {g.thread || "thread not known"}
                  </td>
                  <td>
                    <SpecFigure group={g} />
                  </td>
                  <td className="txt lb" style={{ paddingLeft: 10 }}>
                    {g.specSource}
                  </td>
                  <td className="lb">job {numberOf(g.jobId)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <OriginLegend only={["specified", "estimated", "missing"]} />
        </>
      )}
      {!byName.length && <p className="q">None recorded. They come from the jobs’ torque groups.</p>}
    </section>
  );
}

function Readings({ data }: { data: DossierView }) {
  const units = useUnits();
  const jobs = data.jobs.filter((j) => data.reading.some((r) => r.jobId === j.id));
  if (!jobs.length) return null;
  return (
    <section className="sect">
      <h2 className="hd2">
        Readings over the years <span className="lb">as left after the work where it was measured</span>
      </h2>
      <table className="ledger">
        <thead>
          <tr>
            <th>what</th>
            <th className="txt">job</th>
            <th>before</th>
            <th>after</th>
          </tr>
        </thead>
        <tbody>
          {jobs.flatMap((j) =>
            data.reading
              .filter((r) => r.jobId === j.id && r.phase === "before")
              .map((r) => {
                const after = data.reading.find((o) => o.jobId === j.id && o.phase === "after" && sameMeasurand(o, r));
                return (
                  <tr key={r.id}>
                    <td>{r.quantity === "throw" ? `throw, ${measurandName(r)}` : measurandName(r).toLowerCase()}</td>
                    <td className="txt">
                      {j.number}, {dateText(r.takenAt)}
                    </td>
                    <td>
                      <Figure origin="measured">{units.show(resultOf(r).mean, quantityKinds[r.quantity])}</Figure>
                    </td>
                    <td>
                      {after && (
                        <Figure origin="measured">{units.show(resultOf(after).mean, quantityKinds[r.quantity])}</Figure>
                      )}
                    </td>
                  </tr>
                );
              }),
          )}
        </tbody>
      </table>
    </section>
  );
}

function Parts({ data }: { data: DossierView }) {
  const { data: shop } = useShopQuery();
  if (!data.part.length) return null;
  const built = (from: string | null, to: string | null): string =>
    [from && `from ${dateText(from)}`, to && `to ${dateText(to)}`].filter(Boolean).join(" ");
  return (
    <section className="sect">
      <h2 className="hd2">
        Parts and their numbers <span className="lb">{shop?.shop.currency}</span>
      </h2>
      <table className="ledger">
        <tbody>
          {data.part.map((p) => (
            <tr key={p.id}>
              <td>{p.name}</td>
              <td className="txt n">{p.number}</td>
              <td className="txt">{[p.variant, built(p.builtFrom, p.builtTo)].filter(Boolean).join(", ")}</td>
              <td className="txt">{p.carriedOver ? "carried over" : p.state === "arrived" ? "here" : p.state}</td>
              <td className="n">{p.price === null ? "" : formatNumber(p.price, 2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
