import { useCallback, useMemo, useState } from "react";
import type { PointName } from "../../../domain";

/** What of the bench is pointed at, and which of its dialogs is open: nothing that is kept. */
export function useBenchChoice() {
  const [point, setPoint] = useState<PointName | null>("pin");
  const [obstacle, setObstacle] = useState<string | null>(null);
  const [grip, setGrip] = useState<string | null>(null);
  const [sweep, setSweep] = useState(false);
  const [behind, setBehind] = useState(false);
  const [dialog, setDialog] = useState<"working" | "taping" | "guide" | null>(null);
  const chooseObstacle = useCallback((name: string | null) => {
    setObstacle(name);
    setGrip(null);
    if (name) setPoint(null);
  }, []);
  const choosePoint = useCallback((name: PointName | null) => {
    setPoint(name);
    setObstacle(null);
    setGrip(null);
  }, []);
  return useMemo(
    () => ({
      point,
      obstacle,
      grip,
      sweep,
      behind,
      dialog,
      chooseObstacle,
      choosePoint,
      renameObstacle: setObstacle,
      setGrip,
      setSweep,
      setBehind,
      setDialog,
    }),
    [point, obstacle, grip, sweep, behind, dialog, chooseObstacle, choosePoint],
  );
}

export type BenchChoice = ReturnType<typeof useBenchChoice>;
