import { Button } from "antd";
import type { LineKind, SpecLine } from "../../../contract";
import { isWanted } from "../../../domain";
import { count } from "../../format/words";
import { Answer } from "../../ui/Answer";
import type { ListedLine } from "./useSheet";

/** How complete the sheet is, and what to do next. */
export function SheetSays({
  listed,
  vehicles,
  onLook,
  onBegin,
}: {
  listed: readonly ListedLine[];
  vehicles: number;
  onLook: (line: SpecLine) => void;
  onBegin: (kind: LineKind) => void;
}) {
  const torques = listed.filter((l) => l.line.kind === "torque");
  const missing = listed.filter((l) => l.state.kind === "missing" && isWanted(l.line));
  const conflicts = listed.filter((l) => l.state.kind === "conflict");
  const waited = missing.find((l) => l.waiting.length);
  const asked = listed.filter((l) => l.asks.length).length;
  if (!listed.length) {
    return (
      <Answer
        acts={
          <Button type="primary" onClick={() => onBegin("torque")}>
            Add the first torque value
          </Button>
        }
      >
        <b>This sheet is empty.</b> Add values one by one, or import a table or another sheet.
      </Answer>
    );
  }
  const next = waited ?? conflicts.at(0) ?? missing.at(0);
  return (
    <Answer
      acts={
        next && (
          <Button type="primary" onClick={() => onLook(next.line)}>
            {next.state.kind === "conflict" ? "Decide the conflict" : "Enter the missing value"}
          </Button>
        )
      }
    >
      <b>
        {[
          count(torques.length, "torque value"),
          conflicts.length && `${conflicts.length} in conflict`,
          missing.length && `${missing.length} missing`,
        ]
          .filter(Boolean)
          .join(", ")}
        .
      </b>{" "}
      {waited && `Job ${waited.waiting[0].number} waits for ${waited.line.name}. `}
      {asked > 0
        ? `The audit questions ${asked === 1 ? "one value" : `${asked} values`}.`
        : !waited &&
          (vehicles
            ? `${count(vehicles, "vehicle")} ${vehicles === 1 ? "uses" : "use"} it.`
            : "No vehicle uses it yet.")}
    </Answer>
  );
}
