import { Modal } from "antd";
import {
  mountSigns,
  type JobView,
  type MountRoomState,
  type MountSign,
  type RoomMount,
  type RoomUnit,
} from "../../../contract";
import { NumberField } from "../../ui/NumberField";
import { SymptomChip, type ThreeState } from "../../ui/slots";
import { TextField } from "../../ui/TextField";

const SIGNS: Record<MountSign, string> = {
  cracked: "Cracked or dry rotten",
  collapsed: "Collapsed, sits low",
  oilSoaked: "Soaked with oil, swollen",
  separates: "Rubber leaves metal when lifted",
  witness: "Witness mark: metal has touched",
};

/** Which question of Ask a sign on a mount answers. */
function observationOf(mount: RoomMount, sign: MountSign): string | null {
  if (sign === "cracked") return "lookCrackedMount";
  if (sign === "oilSoaked") return "lookOilSoaked";
  if (sign === "separates")
    return mount.role === "tail"
      ? "liftSeparates"
      : { left: "pryLeft", right: "pryRight", front: "pryFront", other: null }[mount.role];
  if (sign === "collapsed")
    return { left: "lowLeft", right: "lowRight", tail: "lowTail", front: null, other: null }[mount.role];
  return null;
}

/** A card per mount: what was seen on it. It feeds Ask. */
export function Inspection({
  view,
  unit,
  room,
  onSign,
  onLook,
  onClose,
}: {
  view: JobView;
  unit: RoomUnit;
  room: MountRoomState;
  onSign: (mount: RoomMount, sign: MountSign, state: ThreeState, observation: string | null, words: string) => void;
  onLook: (next: RoomUnit["nextLook"]) => void;
  onClose: () => void;
}) {
  const km = Math.max(0, ...view.vehicle.odometer.map((o) => o.km));
  return (
    <Modal open title="Look at the mounts" footer={null} width={820} onCancel={onClose}>
      <div className="unitdlg">
        <p>
          A block of wood and a jack under a rigid part of the gearbox. Lift until the weight just comes off the tail,
          no more, and watch for rubber leaving metal.
        </p>
        <p className="caution">
          Never under the thin pan. Vehicle on stands; nobody’s hand between mount and crossmember.
        </p>
        <div className="inspect">
          {unit.mounts.map((m) => (
            <section key={m.name} aria-label={`Look at ${m.name}`}>
              <h3 className="hd2">{m.name}</h3>
              <div className="chips one">
                {mountSigns.map((sign) => (
                  <SymptomChip
                    key={sign}
                    words={SIGNS[sign]}
                    state={room.inspection[m.name]?.[sign] ?? "untried"}
                    onChange={(state) =>
                      onSign(m, sign, state, observationOf(m, sign), `${m.name}, ${SIGNS[sign].toLowerCase()}`)
                    }
                  />
                ))}
              </div>
            </section>
          ))}
        </div>
        <h3 className="hd2">Look again</h3>
        <div className="fields">
          <NumberField
            label="at"
            value={unit.nextLook?.km ?? null}
            min={0}
            max={5e6}
            unit={`km, now ${Math.round(km)}`}
            onCommit={(v) => onLook({ km: v, date: unit.nextLook?.date ?? null })}
          />
          <TextField
            label="or on the day"
            value={unit.nextLook?.date ?? ""}
            placeholder="2027-03-01"
            check={(d) => (d && !/^\d{4}-\d{2}-\d{2}$/.test(d) ? "a day like 2027-03-01" : undefined)}
            onCommit={(date) => onLook({ km: unit.nextLook?.km ?? null, date: date || null })}
          />
        </div>
      </div>
    </Modal>
  );
}
