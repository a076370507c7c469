import { boundsOf, ordersInput, driveTrain, type VehicleDriveTrain } from "../../../contract";
import { z } from "zod";
import { formatNumber, rotatingSources } from "../../../core";
import { capital } from "../../format/grammar";
import { useUnits } from "../../format/units";
import { Answer, Num } from "../../ui/Answer";
import { ExampleLead, Figure, OriginLegend } from "../../ui/marks";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Choice } from "../../ui/TextField";
import { DriveTrainFields, usualDrive } from "../../pieces/vibration/DriveTrainFields";
import { causeOf, inWords } from "../../../domain";
import { DeskHead } from "../../pieces/DeskHead";
import { useKept } from "../../data/useLocalDraft";
import { LedgerTable } from "../../ui/LedgerTable";

const schema = z.object({
  layout: z.enum(["northSouth", "eastWest"]),
  cylinders: z.number().int().min(1).max(16),
  drive: driveTrain,
  gear: z.string(),
  speedKmh: z.number().nullable(),
  engineRpm: z.number().nullable(),
});
type State = z.infer<typeof schema>;

const example = (): State => ({
  layout: "northSouth",
  cylinders: 4,
  drive: usualDrive("northSouth"),
  gear: "4",
  speedKmh: 70,
  engineRpm: null,
});

const LAYOUTS = { northSouth: "north-south", eastWest: "east-west" } as const;

/** Rotating parts how fast at a speed: the frequency of every source, without a vehicle or a job. */
export function WhatTurnsTool() {
  const units = useUnits();
  const [state, setState] = useKept<State>("what-turns", example, (v) => schema.safeParse(v).data ?? null);
  const { drive, layout, cylinders, gear } = state;
  const set = (patch: Partial<State>): void => setState({ ...state, ...patch });
  const turns = rotatingSources(
    { ...drive, layout, cylinders },
    { gear: gear || null, speedKmh: state.speedKmh, engineRpm: state.engineRpm },
  );
  const gears = Object.fromEntries([["", "out of gear"], ...drive.ratios.map((r) => [r.gear, r.gear])]) as Record<
    string,
    string
  >;
  const close = turns.ok
    ? turns.sources.flatMap((a, i) =>
        turns.sources.slice(i + 1).flatMap((b) => (Math.abs(a.hz / b.hz - 1) < 0.03 ? [[a, b] as const] : [])),
      )
    : [];
  // Of several the one that shakes hardest: the highest, where both are usual suspects.
  const pair = close.sort(([a], [b]) => b.hz - a.hz)[0];
  return (
    <>
      <DeskHead name="Rotating parts" />
      <Answer>
        {turns.ok && JSON.stringify(state) === JSON.stringify(example()) && <ExampleLead />}
        {!turns.ok ? (
          <>
            <b>Still lacking: {turns.lacks}.</b>
          </>
        ) : pair ? (
          <>
            <b>
              {capital(inWords(pair[0].id))} and {inWords(pair[1].id)}: both are at{" "}
              <Num>{formatNumber(pair[0].hz, 1)}</Num> Hz.
            </b>{" "}
            Only another gear, or coasting, separates them.
          </>
        ) : (
          <>
            <b>Every source can be separated</b> at this speed
            {turns.engineRpm !== null && (
              <>
                ; the engine turns <Num>{formatNumber(turns.engineRpm, 0)}</Num> rpm
              </>
            )}
            .
          </>
        )}
      </Answer>
      <div className="page turns">
        <section className="sect">
          <div className="runfields">
            <Choice
              label="engine"
              value={layout}
              options={LAYOUTS}
              onChange={(l) => set({ layout: l, drive: { ...drive, propShaft: l === "northSouth" } })}
            />
            <NumberField
              label="cylinders"
              value={cylinders}
              {...boundsOf(ordersInput, "cylinders")}
              whole
              unit=""
              onCommit={(v) => v !== null && set({ cylinders: v })}
            />
            <Choice label="gear" value={gear} options={gears} onChange={(g) => set({ gear: g })} />
            <QuantityField
              label="road speed"
              kind="speed"
              base={state.speedKmh}
              {...boundsOf(ordersInput, "speedKmh")}
              onCommit={({ base }) => set({ speedKmh: base })}
              onClear={() => set({ speedKmh: null })}
            />
            <NumberField
              label="engine speed"
              value={state.engineRpm}
              min={100}
              max={20000}
              unit="rpm"
              onCommit={(engineRpm) => set({ engineRpm })}
            />
          </div>
          <h2 className="hd2" style={{ marginTop: 16 }}>
            What is fitted
          </h2>
          <DriveTrainFields
            drive={drive}
            layout={layout}
            cylinders={cylinders}
            onChange={(next: VehicleDriveTrain) => set({ drive: next })}
          />
        </section>
        <section className="sect">
          <LedgerTable heads={["rotating part", "Hz", "a minute", ["shaking there points at", "txt apart"]]}>
            {turns.ok &&
              turns.sources.map((s) => (
                <tr key={s.id}>
                  <td>{inWords(s.id)}</td>
                  <td>
                    <Figure origin="calculated" wide>
                      {formatNumber(s.hz, 1)}
                    </Figure>
                  </td>
                  <td className="n">{formatNumber(s.hz * 60, 0)}</td>
                  <td className="txt apart">{causeOf(s.id)}</td>
                </tr>
              ))}
          </LedgerTable>
          {turns.ok &&
            turns.notes.map((n) => (
              <p key={n} className="och">
                {n.replace(/^./, (c) => c.toUpperCase())}.
              </p>
            ))}
          <OriginLegend only={["calculated"]} />
          <p className="lb">
            {turns.ok && turns.speedKmh !== null && `At ${units.show(turns.speedKmh, "speed")}. `}
            Order times turns a second; the tyre rolls on 0.97 of its free circumference unless measured.
          </p>
        </section>
      </div>
    </>
  );
}
