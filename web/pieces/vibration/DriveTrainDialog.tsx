import { Button, Modal } from "antd";
import type { Vehicle } from "../../../contract";
import type { Editor } from "../../data/saving";
import { DriveTrainFields, usualDrive } from "./DriveTrainFields";

/** What of a vehicle turns, and how fast against what. Kept with the vehicle. */
export function DriveTrainDialog({ vehicle, edit, onClose }: { vehicle: Vehicle; edit: Editor; onClose: () => void }) {
  const drive = vehicle.driveTrain ?? usualDrive(vehicle.layout);
  return (
    <Modal open title={`Drivetrain data of ${vehicle.tag}`} footer={null} width={640} onCancel={onClose}>
      {!vehicle.driveTrain && (
        <p className="och" role="status">
          Nothing is entered yet. These are typical figures; correct them, or{" "}
          <Button
            size="small"
            onClick={() => edit.update("vehicle", vehicle, { driveTrain: drive }, "Drivetrain data: typical figures")}
          >
            keep them as they are
          </Button>
        </p>
      )}
      <DriveTrainFields
        drive={drive}
        layout={vehicle.layout}
        cylinders={vehicle.cylinders ?? 4}
        onChange={(next, what) => edit.update("vehicle", vehicle, { driveTrain: next }, `Drivetrain data: ${what}`)}
      />
    </Modal>
  );
}
