import type { Gearbox } from "../../../core";
import { mainPair, withTravel, type BenchSetup, type Surroundings } from "../../../domain";
import { newId } from "../../data/saving";
import type { ThrowBenchProps } from "./benchProps";

/** A bench that belongs to no job: its gearbox, the levers on it, what stands near. */
export interface LocalBench {
  gearbox: Gearbox;
  setups: BenchSetup[];
  surroundings: Surroundings;
}

type Told =
  | keyof LocalBench
  | "chosenId"
  | "pair"
  | "onSurroundings"
  | "onTravel"
  | "onImport"
  | "onPatch"
  | "onAdd"
  | "onRemove";

/** What the throw bench needs of such a bench, and what it tells of it, as changes of it. */
export function localBench<B extends LocalBench>(bench: B, change: (next: B) => void): Pick<ThrowBenchProps, Told> {
  return {
    gearbox: bench.gearbox,
    setups: bench.setups,
    surroundings: bench.surroundings,
    chosenId: null,
    pair: mainPair(bench.gearbox),
    onSurroundings: (surroundings) => change({ ...bench, surroundings }),
    onTravel: (gears, travel) => change({ ...bench, gearbox: withTravel(bench.gearbox, gears, travel) }),
    onImport: (file) => {
      const setups = file.levers.map((l, i): BenchSetup => ({
        id: newId(),
        role: i ? "candidate" : "old",
        origin: "claimed",
        claimedReductionPct: null,
        price: null,
        source: "",
        shown: true,
        notches: null,
        ...l,
      }));
      change({ ...bench, gearbox: file.gearbox, setups });
    },
    onPatch: (id, patch) =>
      change({ ...bench, setups: bench.setups.map((s) => (s.id === id ? { ...s, ...patch } : s)) }),
    onAdd: () => {
      const id = newId();
      const [old] = bench.setups;
      const added: BenchSetup = {
        ...old,
        id,
        role: "candidate",
        name: `Lever ${bench.setups.length + 1}`,
        // It begins as the old lever and says so: no figure of it is known yet.
        origin: "missing",
        taken: {},
        claimedReductionPct: null,
        price: null,
        source: "",
        notches: null,
      };
      change({ ...bench, setups: [...bench.setups, added] });
      return id;
    },
    onRemove: (id) => change({ ...bench, setups: bench.setups.filter((s) => s.id !== id) }),
  };
}
