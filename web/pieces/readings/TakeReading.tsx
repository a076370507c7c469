import { Button, Modal } from "antd";
import { useState } from "react";
import type { InstrumentLine } from "../../../contract";
import { formatNumber } from "../../../core";
import { useUnits } from "../../format/units";
import { Choice } from "../../ui/TextField";
import { useOfferedInstruments } from "../../data/useOfferedInstruments";
import { useInstrument } from "../../data/useInstrument";
import { WrenchDial } from "./WrenchDial";
import css from "./readings.module.css";

type Measures = Exclude<InstrumentLine["measures"], "acceleration">;

const BASE_UNIT: Record<Measures, string> = { length: "mm", angle: "deg", torque: "Nm" };
const SHOWN_UNIT: Record<Measures, string> = { length: "mm", angle: "°", torque: "N\u00a0m" };

export interface Taken {
  typed: string;
  base: number;
  instrument: InstrumentLine;
}

/** A button that opens the instruments on the bench and takes what one of them reads. */
export function TakeReading({
  measures,
  what,
  near,
  limits = null,
  onTake,
}: {
  measures: Measures;
  what: string;
  /** About what is expected, base unit. */
  near: number | null;
  /** The band that is wanted, base unit: shown on a wrench's dial. */
  limits?: { min: number; max: number } | null;
  onTake: (taken: Taken) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        size="small"
        type="text"
        className={css.bytool}
        onClick={() => setOpen(true)}
        aria-label={`Read ${what} from an instrument`}
      >
        <svg viewBox="0 0 22 16" width="20" height="15" aria-hidden="true" fill="none" stroke="currentColor">
          <path d="M1 3h20v4H1zM4 7v8l3-3V7M12 7v5l3 3V7M8 3v2M11 3v2M14 3v2M17 3v2" strokeWidth="1.3" />
        </svg>
        From an instrument
      </Button>
      <Modal open={open} title={what} footer={null} width={420} onCancel={() => setOpen(false)} destroyOnHidden>
        <Listening
          measures={measures}
          near={near}
          limits={limits}
          onTake={(taken) => {
            setOpen(false);
            onTake(taken);
          }}
        />
      </Modal>
    </>
  );
}

function Listening({
  measures,
  near,
  limits,
  onTake,
}: {
  measures: Measures;
  near: number | null;
  limits: { min: number; max: number } | null;
  onTake: (t: Taken) => void;
}) {
  const { instruments, switchedOff, error } = useOfferedInstruments();
  const units = useUnits();
  // A wrench that counts degrees comes before the gauge that is laid on.
  const fitting = (instruments?.filter((i) => i.measures === measures) ?? []).sort(
    (a, b) =>
      Number(b.kind === "torqueWrench" && limits !== null) - Number(a.kind === "torqueWrench" && limits !== null),
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const instrument = fitting.find((i) => i.id === chosen) ?? fitting[0] ?? null;
  const { reading, state, again } = useInstrument(instrument, near);
  if (error) return <p className="och">The instruments cannot be asked now. Type the reading by hand.</p>;
  if (instruments && !instrument) {
    return (
      <p>
        No instrument here measures this. Type the reading by hand.
        {switchedOff.some((i) => i.measures === measures) &&
          " For training, simulated instruments can be switched on in Shop."}
      </p>
    );
  }
  if (!instrument) return null;
  const value = reading ? (instrument.kind === "torqueWrench" ? reading.peak : reading.value) : null;
  // Instruments send metric values; a shop that works in inches sees its own unit first.
  const own = measures === "angle" || units.system === "metric";
  const digits = Math.max(0, Math.ceil(-Math.log10(instrument.resolution)));
  return (
    <div className={css.listening}>
      {fitting.length > 1 ? (
        <Choice
          label="instrument"
          value={instrument.id}
          options={Object.fromEntries(fitting.map((i) => [i.id, i.name]))}
          onChange={setChosen}
        />
      ) : (
        <p className="lb">{instrument.name}</p>
      )}
      {instrument.kind === "torqueWrench" && reading && (
        <WrenchDial
          kind={measures === "angle" ? "angle" : "torque"}
          value={reading.value}
          peak={reading.peak}
          held={reading.steady}
          target={near}
          limits={limits}
        />
      )}
      <p className={reading?.steady ? `live ${css.steady}` : "live"} aria-hidden={state !== "sending"}>
        <span className="n">
          {value === null ? "…" : own ? formatNumber(value, digits) : units.bare(value, measures)}
        </span>{" "}
        <span className="u">{own ? SHOWN_UNIT[measures] : units.label(measures)}</span>
        {value !== null && measures !== "angle" && (
          <span className="n also">
            {own ? units.other(value, measures) : `${formatNumber(value, digits)}\u00a0${SHOWN_UNIT[measures]}`}
          </span>
        )}
      </p>
      <p role="status" className={state === "stopped" ? "och" : "lb"}>
        {state === "stopped"
          ? `The ${instrument.name.toLowerCase()} has stopped sending. Look at its cable, or type the reading by hand.`
          : state === "waiting"
            ? "Waiting for the first reading."
            : instrument.kind === "torqueWrench"
              ? reading?.steady
                ? "That was the peak of the pull."
                : measures === "angle"
                  ? "Turn it steadily to the mark."
                  : "Pull until it clicks once."
              : reading?.steady
                ? "It is steady."
                : "Hold it still."}
      </p>
      <div className="row-flex">
        {state === "stopped" && <Button onClick={again}>Listen again</Button>}
        <span className="push" />
        <Button
          type="primary"
          autoFocus
          disabled={state !== "sending" || value === null || !reading?.steady}
          onClick={() =>
            value !== null &&
            onTake({ typed: `${value.toFixed(digits)} ${BASE_UNIT[measures]}`, base: value, instrument })
          }
        >
          Take this reading
        </Button>
      </div>
      {instrument.standIn && <p className="lb och">Simulated instrument: the reading stays marked as simulated.</p>}
    </div>
  );
}
