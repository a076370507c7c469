import { Modal } from "antd";
import { useState } from "react";
import { boundsOf, resources, type Recheck, type RecheckOutcome } from "../../../contract";
import type { Editor } from "../../data/saving";
import { todayHere } from "../../format/dates";
import { DayField } from "../../ui/DayField";
import { QuantityField } from "../../ui/QuantityField";
import { Choice, TextField } from "../../ui/TextField";
import { OUTCOMES } from "./words";

/** What came of looking again. Something that comes round begins anew from here. */
export function DoneDialog({ recheck, edit, onClose }: { recheck: Recheck; edit: Editor; onClose: () => void }) {
  const [doneAt, setDoneAt] = useState<string>(todayHere());
  const [km, setKm] = useState<number | null>(null);
  const [outcome, setOutcome] = useState<RecheckOutcome>("good");
  const [note, setNote] = useState("");
  const [found, setFound] = useState<Record<string, Recheck["found"][number]>>({});
  const comesRound = recheck.repeats && (recheck.everyKm === null || km !== null);
  const done = (): void => {
    const { vehicleId, jobId, what, everyKm, everyMonths, groups } = recheck;
    edit.all(`${what}: ${OUTCOMES[outcome]}`, [
      {
        op: "update",
        resource: "recheck",
        id: recheck.id,
        version: recheck.version,
        data: { doneAt, doneKm: km, outcome, note, found: Object.values(found) },
      },
    ]);
    if (comesRound) {
      const next = {
        vehicleId,
        jobId,
        what,
        everyKm,
        everyMonths,
        fromKm: km,
        fromDate: doneAt,
        repeats: true,
        groups,
      };
      edit.create("recheck", next, `${what}: again`);
    }
    onClose();
  };
  return (
    <Modal open title={`${recheck.what}: looked at`} okText="Note it" width={520} onOk={done} onCancel={onClose}>
      <div className="fields">
        <DayField label="on" value={doneAt} onCommit={(d) => setDoneAt(d ?? todayHere())} />
        <QuantityField
          label="odometer"
          kind="distance"
          base={km}
          {...boundsOf(resources.recheck, "doneKm")}
          onCommit={({ base }) => setKm(base)}
          onClear={() => setKm(null)}
        />
        <Choice label="what came of it" value={outcome} options={OUTCOMES} onChange={setOutcome} />
        <TextField label="note" value={note} onCommit={setNote} />
      </div>
      {recheck.groups.length > 0 && (
        <section className="sect" aria-label="Torque found">
          <p className="lb">
            Torque found: turn on in the tightening direction and read the lowest at which a bolt moves. Then tighten to
            the specification.
          </p>
          <div className="fields">
            {recheck.groups.map(({ id, name }) => (
              <QuantityField
                key={id}
                label={name}
                kind="torque"
                typed={found[id]?.typed}
                base={found[id]?.base ?? null}
                {...boundsOf(resources.recheck, "found[].base")}
                onCommit={(edit) => setFound((f) => ({ ...f, [id]: { groupId: id, ...edit } }))}
                onClear={() => setFound((f) => Object.fromEntries(Object.entries(f).filter(([k]) => k !== id)))}
              />
            ))}
          </div>
        </section>
      )}
      {recheck.repeats && (
        <p className="lb">
          {comesRound
            ? "It comes round: the next one begins from here."
            : "It comes round by distance: without the odometer no next one is set."}
        </p>
      )}
    </Modal>
  );
}
