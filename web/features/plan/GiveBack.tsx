import { Button } from "antd";
import { blankLine, learned, nextPosition, torqueFactsOf } from "../../../domain";
import type { Part, TorqueGroup } from "../../../contract";
import { useVehicleQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { todayHere } from "../../format/dates";
import type { StageProps } from "../../data/stage";

/**
 * What this job found out goes back to where the next job looks: to the line it was taken from, or to the vehicle as a
 * value of its own. Nothing where there is nothing new.
 */
export function GiveBack({ view, edit, of }: StageProps & { of: TorqueGroup | Part }) {
  const { data } = useVehicleQuery(view.vehicle.id);
  if (!data) return null;
  const lines = [...data.sheetLine, ...data.ownLine];
  const line = lines.find((l) => l.id === of.lineId) ?? null;
  const kind = "specTyped" in of ? "torque" : "part";
  const job = `job ${view.job.number ?? ""}, ${view.vehicle.tag}`;
  const source = learned(line ?? { kind, sources: [] }, of, newId(), job, todayHere());
  if (!source) return null;
  if (line) {
    return (
      <Button
        size="small"
        onClick={() =>
          edit.update(
            "specLine",
            line,
            { sources: [...line.sources, source] },
            `${of.name}: ${source.typed} given to the ${line.sheetId ? "sheet" : "vehicle"}`,
          )
        }
      >
        Give {source.typed} to the {line.sheetId ? "sheet" : "vehicle"}
      </Button>
    );
  }
  const keep = (): void => {
    const id = newId();
    const fresh = blankLine(kind, of.name);
    const filled =
      "specTyped" in of
        ? {
            torque: torqueFactsOf(of),
          }
        : {
            part: fresh.part && { ...fresh.part, maker: of.maker, quantity: of.quantity, price: of.price },
            builtFrom: of.builtFrom,
            builtTo: of.builtTo,
          };
    edit.all(`${of.name}: kept for ${view.vehicle.tag}`, [
      {
        op: "create",
        resource: "specLine",
        id,
        data: {
          ...fresh,
          ...filled,
          sources: [source],
          vehicleId: view.vehicle.id,
          position: nextPosition(data.ownLine),
        },
      },
      {
        op: "update",
        resource: kind === "torque" ? "torqueGroup" : "part",
        id: of.id,
        version: of.version,
        data: { lineId: id },
      },
    ]);
  };
  return (
    <Button size="small" onClick={keep}>
      Keep for this vehicle
    </Button>
  );
}
