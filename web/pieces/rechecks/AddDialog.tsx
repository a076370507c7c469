import { Modal } from "antd";
import { useState } from "react";
import { boundsOf, resources, type NewFields, type Vehicle } from "../../../contract";
import { beginsAt } from "../../../domain";
import type { Editor } from "../../data/saving";
import { todayHere } from "../../format/dates";
import { DayField } from "../../ui/DayField";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { SlotSwitch } from "../../ui/slots";
import { ShapeFields } from "../../ui/ShapeFields";

/** Something to look at again: by distance, by time or on a day, whichever comes first. */
export function AddDialog({
  vehicle,
  jobId,
  edit,
  onClose,
}: {
  vehicle: Vehicle;
  jobId: string | null;
  edit: Editor;
  onClose: () => void;
}) {
  const from = beginsAt(vehicle, todayHere());
  const [what, setWhat] = useState("");
  const [everyKm, setKm] = useState<number | null>(null);
  const [everyMonths, setMonths] = useState<number | null>(null);
  const [onDate, setDate] = useState<string | null>(null);
  const [repeats, setRepeats] = useState(false);
  const byKm = everyKm !== null && from.fromKm !== null;
  const ready = what.trim() !== "" && (byKm || everyMonths !== null || onDate !== null);
  const add = (): void => {
    const data: NewFields<"recheck"> = {
      vehicleId: vehicle.id,
      jobId,
      what: what.trim(),
      everyKm: byKm ? everyKm : null,
      everyMonths,
      onDate,
      repeats: repeats && onDate === null,
      ...from,
    };
    edit.create("recheck", data, `Look again: ${what.trim()}`);
    onClose();
  };
  return (
    <Modal
      open
      title="Look again"
      okText="Add"
      okButtonProps={{ disabled: !ready }}
      width={520}
      onOk={add}
      onCancel={onClose}
    >
      <div className="fields">
        <ShapeFields
          shape={resources.recheck}
          value={{ what }}
          fields={[{ at: "what", label: "what", words: true, placeholder: "Tail mount" }]}
          onChange={(data) => setWhat(data.what ?? "")}
        />
        <QuantityField
          label="after"
          kind="distance"
          base={everyKm}
          {...boundsOf(resources.recheck, "everyKm")}
          disabled={from.fromKm === null}
          hint={from.fromKm === null ? "needs an odometer reading" : "500 km"}
          onCommit={({ base }) => setKm(base)}
          onClear={() => setKm(null)}
        />
        <NumberField
          label="after"
          value={everyMonths}
          {...boundsOf(resources.recheck, "everyMonths")}
          unit="months"
          onCommit={setMonths}
        />
        <DayField label="or on" value={onDate} onCommit={setDate} />
      </div>
      <p className="row-flex">
        <SlotSwitch on={repeats} label="It comes round" onChange={setRepeats} />
        <span>Comes round each time it is done</span>
      </p>
    </Modal>
  );
}
