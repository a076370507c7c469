import { boundsOf, resources, runConditions, type RunCondition, type Vehicle } from "../../../contract";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Choice, TextField } from "../../ui/TextField";
import { CONDITION_NAMES, PHASE_NAMES, standing, type Run } from "../../../domain";
import css from "./vibration.module.css";

/** How it ran while it was recorded, and where the sensor was. */
export function RunFields({
  vehicle,
  run,
  onChange,
}: {
  vehicle: Vehicle;
  run: Required<Run>;
  onChange: (patch: Partial<Run>, what: string) => void;
}) {
  const still = standing(run.condition ?? "roadSpeed");
  const gears = vehicle.driveTrain?.ratios.map((r) => r.gear) ?? [];
  // A gear that is no longer among the ratios still shows what was said.
  const options = Object.fromEntries([
    ["", "out of gear, or not known"],
    ...[...new Set([...gears, ...(run.gear ? [run.gear] : [])])].map((g) => [g, g]),
  ]) as Record<string, string>;
  return (
    <div className="runfields">
      <div className={css.wide2}>
        <Choice<RunCondition>
          label="condition"
          value={run.condition ?? "roadSpeed"}
          options={
            Object.fromEntries(runConditions.map((c) => [c, CONDITION_NAMES[c]])) as Record<RunCondition, string>
          }
          onChange={(condition) =>
            // Gear and speeds of a drive say nothing of an idle, nor the other way round.
            onChange(
              { condition, ...(standing(condition) !== still && { gear: "", speedKmh: null, engineRpm: null }) },
              CONDITION_NAMES[condition],
            )
          }
        />
      </div>
      <Choice
        label="when"
        value={run.phase ?? "before"}
        options={{ before: "before", after: "after" }}
        onChange={(phase) => onChange({ phase }, PHASE_NAMES[phase])}
      />
      {!still && (
        <>
          <Choice
            label="gear"
            value={run.gear ?? ""}
            options={options}
            onChange={(gear) => onChange({ gear }, gear ? `gear ${gear}` : "out of gear")}
          />
          <QuantityField
            label="road speed"
            kind="speed"
            base={run.speedKmh ?? null}
            {...boundsOf(resources.recording, "speedKmh")}
            hint="70 km/h"
            onCommit={({ base, typed }) => onChange({ speedKmh: base }, typed)}
            onClear={() => onChange({ speedKmh: null }, "road speed not known")}
          />
        </>
      )}
      <NumberField
        label="engine speed"
        value={run.engineRpm ?? null}
        min={100}
        max={20000}
        unit={still && vehicle.idleRpm && run.engineRpm === null ? `rpm; idle is ${vehicle.idleRpm}` : "rpm"}
        onCommit={(engineRpm) =>
          onChange({ engineRpm }, engineRpm === null ? "engine speed not known" : `${engineRpm} rpm`)
        }
      />
      <TextField
        label="where the sensor was"
        value={run.place ?? ""}
        placeholder="driver’s seat rail"
        onCommit={(place) => onChange({ place }, `sensor at ${place || "an unnamed place"}`)}
      />
    </div>
  );
}
