import { Modal } from "antd";
import { formatNumber } from "../../../core";

/** How the tilt, the joints and the noise were calculated. */
export function MountWorking({
  onClose,
  tilt,
  inclination,
  notices,
}: {
  onClose: () => void;
  tilt: number | null;
  inclination: number | null;
  notices: string[];
}) {
  return (
    <Modal open title="Calculation" footer={null} width={620} onCancel={onClose}>
      <div className="working">
        <p>
          Sag is new height less measured height. A plane (or a line) is laid through the sags by least squares; its
          slope is the tilt, and the gearbox’s inclination moves by it. The flange moves with it, which turns the shaft
          behind by atan(movement / length).
        </p>
        {tilt !== null && inclination !== null && (
          <p className="n">
            tilt {formatNumber(tilt, 4)}°; gearbox {formatNumber(inclination, 2)}° now,{" "}
            {formatNumber(inclination - tilt, 2)}° level
          </p>
        )}
        <p>
          Each joint’s angle is that between the two shafts’ directions. A universal joint shakes with the square of its
          angle, at the second order; two of them cancel when their angles are equal and the yokes in phase.
        </p>
        {notices.map((n) => (
          <p key={n} className="och">
            {n}.
          </p>
        ))}
        <p>
          The unit is a rigid body on springs: six ways to shake, by mass and stiffness. What the mounts pass on at idle
          is taken at the roll mode, by its loss factor. The body is taken as rigid and limiters are left out, so a hard
          set is louder than shown. Materials’ figures are usual ones, common practice, no source.
        </p>
      </div>
    </Modal>
  );
}
