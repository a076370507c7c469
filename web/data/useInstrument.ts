import { useEffect, useState } from "react";
import {
  addressOf,
  INSTRUMENT_SILENCE_MS,
  instrumentReading,
  type InstrumentLine,
  type InstrumentReading,
} from "../../contract";

export type InstrumentState = "waiting" | "sending" | "stopped";

/** Listens to one instrument while it is mounted; says when nothing came for a while. */
export function useInstrument(
  instrument: InstrumentLine | null,
  near: number | null,
): {
  reading: InstrumentReading | null;
  state: InstrumentState;
  again: () => void;
} {
  const [heard, setHeard] = useState<{ reading: InstrumentReading | null; state: InstrumentState }>({
    reading: null,
    state: "waiting",
  });
  const [turn, setTurn] = useState(0);
  const id = instrument?.id;
  // What is measured is asked once: a stand-in whose piece followed the typing would measure nothing.
  const [about] = useState(near);

  useEffect(() => {
    if (!id) return;
    const silent = new URLSearchParams(window.location.search).get("silentAfter");
    const source = new EventSource(
      addressOf("instrumentReadings", { id }, { near: about, silentAfter: silent || null }),
    );
    let timer = 0;
    const watch = (): void => {
      window.clearTimeout(timer);
      timer = window.setTimeout(() => {
        source.close();
        setHeard((h) => ({ ...h, state: "stopped" }));
      }, INSTRUMENT_SILENCE_MS);
    };
    watch();
    source.onmessage = (event) => {
      const read = instrumentReading.safeParse(JSON.parse(String(event.data)));
      if (!read.success) return;
      watch();
      setHeard({ reading: read.data, state: "sending" });
    };
    return () => {
      window.clearTimeout(timer);
      source.close();
    };
  }, [id, about, turn]);

  return {
    ...heard,
    again: () => {
      setHeard({ reading: null, state: "waiting" });
      setTurn((t) => t + 1);
    },
  };
}
