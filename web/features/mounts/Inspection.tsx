import {
  boundsOf,
  resources,
  mountSigns,
  type JobView,
  type MountRoomState,
  type MountRole,
  type MountSign,
  type RoomMount,
  type RoomUnit,
} from "../../../contract";
import { Modal } from "antd";
import type { SignState } from "../../../domain";
import { useUnits } from "../../format/units";
import { DayField } from "../../ui/DayField";
import { QuantityField } from "../../ui/QuantityField";
import { SymptomChip } from "../../ui/slots";
import css from "./mounts.module.css";

const SIGNS: Record<MountSign, string> = {
  cracked: "Cracked or dry rotten",
  collapsed: "Collapsed, low",
  oilSoaked: "Soaked with oil, swollen",
  separates: "Rubber leaves metal when lifted",
  witness: "Witness mark: metal has touched",
};

interface Guide {
  caution: string;
  steps: string[];
  drawing: React.ReactNode;
}

const block = (x: number) => (
  <>
    <rect x={x} y="48" width="20" height="6" fill="none" stroke="var(--teal)" strokeWidth="1.6" />
    <path d={`M${x + 10} 72V56m-4 5l4-5 4 5`} fill="none" stroke="var(--teal)" strokeWidth="1.6" />
  </>
);
const unitOutline = (
  <path d="M20 20h44v26H20zM64 26l50 6v12L64 46z" fill="none" stroke="var(--ink)" strokeWidth="1.4" />
);
const mountAt = (x: number, y: number) => (
  <circle cx={x} cy={y} r="4.5" fill="var(--ground)" stroke="var(--ink)" strokeWidth="1.6" />
);

const SIDE: Guide = {
  caution: "Never lift by a thin pan: it dents and blocks the oil pickup.",
  steps: [
    "Jack with a wide block of wood under a rigid edge: engine bracket, or the pan’s cast rim.",
    "Lift until the weight just comes off this mount; the other one keeps its load.",
    "Look for a gap between rubber and metal, then pry gently sideways: over 6 mm is too much, the maker’s figure first.",
    "Let it down slowly and see that it seats where it was.",
  ],
  drawing: (
    <>
      {unitOutline}
      {mountAt(28, 50)}
      {block(40)}
    </>
  ),
};

/** How each kind of mount is unloaded and looked at. The 6 mm is common practice, no source. */
const GUIDES: Record<MountRole, Guide> = {
  tail: {
    caution: "Never under the thin pan of the gearbox.",
    steps: [
      "Jack with a block of wood under a rigid part of the gearbox, in front of the tail mount.",
      "Lift until the weight just comes off the tail, no more.",
      "Watch for rubber leaving metal.",
    ],
    drawing: (
      <>
        {unitOutline}
        {mountAt(108, 50)}
        {block(80)}
      </>
    ),
  },
  left: SIDE,
  right: SIDE,
  front: {
    caution: "Engine off and cold; it may swing when a torque mount comes free. Support it first.",
    steps: [
      "Leave the engine’s weight on its other mounts: this one carries none at rest.",
      "Pry fore and aft between engine and bracket, both ways.",
      "Look for cracks round the sleeve and for metal that has touched; over 6 mm is too much, the maker’s figure first.",
    ],
    drawing: (
      <>
        {unitOutline}
        {mountAt(12, 40)}
        <path d="M12 56h-8m4-4l-4 4 4 4M12 56h10m-4-4l4 4-4 4" fill="none" stroke="var(--teal)" strokeWidth="1.6" />
      </>
    ),
  },
  other: SIDE,
};

function LiftGuide({ role }: { role: MountRole }) {
  const { caution, steps, drawing } = GUIDES[role];
  return (
    <details className={css.liftguide}>
      <summary>How to look at it</summary>
      <svg viewBox="0 0 124 76" width="124" height="76" aria-hidden="true">
        {drawing}
      </svg>
      <p className="caution">{caution}</p>
      <ol className="howsteps">
        {steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
    </details>
  );
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
  onSign: (mount: RoomMount, sign: MountSign, state: SignState, words: string) => void;
  onLook: (next: RoomUnit["nextLook"]) => void;
  onClose: () => void;
}) {
  const units = useUnits();
  const { odometer } = view.vehicle;
  const km = odometer.length ? Math.max(...odometer.map((o) => o.km)) : null;
  return (
    <Modal open title="Look at the mounts" footer={null} width={820} onCancel={onClose}>
      <div className={css.unitdlg}>
        <p className="caution">
          Vehicle on stands, never under a jack alone. Engine off. No hand between mount and crossmember.
        </p>
        <div className={css.inspect}>
          {unit.mounts.map((m) => (
            <section key={m.name} aria-label={`Look at ${m.name}`}>
              <h3 className="hd2">{m.name}</h3>
              <LiftGuide role={m.role} />
              <div className="chips one">
                {mountSigns.map((sign) => (
                  <SymptomChip
                    key={sign}
                    words={SIGNS[sign]}
                    state={room.inspection[m.name]?.[sign] ?? "untried"}
                    onChange={(state) => onSign(m, sign, state, `${m.name}, ${SIGNS[sign].toLowerCase()}`)}
                  />
                ))}
              </div>
            </section>
          ))}
        </div>
        <h3 className="hd2">Look again</h3>
        <div className="fields">
          <QuantityField
            label="at"
            kind="distance"
            base={unit.nextLook?.km ?? null}
            {...boundsOf(resources.vehicle, "powerUnit.nextLook.km")}
            hint={km === null ? "" : `now ${units.show(km, "distance", { digits: 0 })}`}
            onCommit={({ base }) => onLook({ km: base, date: unit.nextLook?.date ?? null })}
            onClear={() => onLook({ km: null, date: unit.nextLook?.date ?? null })}
          />
          <DayField
            label="or on the day"
            value={unit.nextLook?.date ?? null}
            onCommit={(date) => onLook({ km: unit.nextLook?.km ?? null, date })}
          />
        </div>
      </div>
    </Modal>
  );
}
