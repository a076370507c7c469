import type { InstrumentLine } from "../../contract";
import { useInstrumentsQuery } from "./api";
import { useShop } from "./useShop";

/** Instruments that this shop offers: real ones always, simulated ones only where they are switched on in Shop. */
export function useOfferedInstruments(skip = false): {
  instruments: InstrumentLine[] | null;
  /** Simulated ones there are and that are switched off. */
  switchedOff: InstrumentLine[];
  error: unknown;
} {
  const { data, error } = useInstrumentsQuery(undefined, { skip });
  const on = useShop()?.shop.simulatedInstruments ?? false;
  return {
    instruments: data ? data.instruments.filter((i) => on || !i.standIn) : null,
    switchedOff: data && !on ? data.instruments.filter((i) => i.standIn) : [],
    error,
  };
}
