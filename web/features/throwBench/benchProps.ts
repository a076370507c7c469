import type { CompareLimits, Gearbox } from "../../../core";
import type { BenchSetup, GearPair, LeversFile, Surroundings } from "../../../domain";
import type { Against } from "./FitKey";
import type { Taped } from "./Ledger";
import type { LeverPicture } from "./Under";

/** What of a lever may change at once. */
export type SetupPatch = Partial<Omit<BenchSetup, "id">>;

/** What the bench is given, in a job or on the desk, and what it tells. */
export interface ThrowBenchProps {
  gearbox: Gearbox;
  /** The first is the reference, the old lever. */
  setups: BenchSetup[];
  chosenId: string | null;
  pair: { from: string; to: string };
  currency: string;
  limits?: CompareLimits;
  taped?: (from: string, to: string) => Taped | null;
  tapedAfter?: (from: string, to: string) => Taped | null;
  onPatch: (id: string, patch: SetupPatch, label: string) => void;
  onAdd: () => string;
  onRemove: (id: string) => void;
  /** The key that makes the decision, at the right of the answer. */
  decide?: (candidate: BenchSetup, against: Against) => React.ReactNode;
  extra?: React.ReactNode;
  /** Photographs of levers, by setup. */
  pictures?: ReadonlyMap<string, LeverPicture>;
  /** What stands near the lever; it belongs to the vehicle. */
  surroundings: Surroundings;
  onSurroundings: (next: Surroundings, label: string) => void;
  /** Takes levers read from a file onto the bench. */
  onImport: (file: LeversFile) => void;
  /** Takes a rail travel found from a tape; absent where the gearbox is not ours to change. */
  onTravel: (gears: GearPair, travel: { positive: number; negative: number }) => void;
  /** One notch decided on: the setup as it then is, and the words of the choice. */
  onFitNotch?: (setup: BenchSetup, patch: SetupPatch, words: string) => void;
  /** The way to the readings, where there are any. */
  onMeasure?: () => void;
  /** The way to the stage's other tools, at the left of the keys. */
  tabs?: React.ReactNode;
}
