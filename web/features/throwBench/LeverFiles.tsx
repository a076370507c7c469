import { Button } from "antd";
import { useRef, useState } from "react";
import type { Gearbox } from "../../../core";
import { HiddenFile } from "../../ui/HiddenFile";
import { type BenchSetup, readLevers, writeLevers, type LeversFile } from "../../../domain";
import { saveAs } from "../../ui/saveAs";

/** Levers out to a file and in from one; a file that will not do says at which field. */
export function LeverFiles({
  gearbox,
  setups,
  onImport,
}: {
  gearbox: Gearbox;
  setups: BenchSetup[];
  onImport: (file: LeversFile) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  const [why, setWhy] = useState<string | null>(null);
  const take = async (file: File): Promise<void> => {
    const read = readLevers(await file.text());
    setWhy(read.ok ? null : read.why);
    if (read.ok) onImport(read.file);
  };
  return (
    <>
      <Button
        size="small"
        aria-label="Export levers"
        onClick={() => saveAs("levers.json", writeLevers(gearbox, setups))}
      >
        Export
      </Button>
      <Button size="small" aria-label="Import levers" onClick={() => field.current?.click()}>
        Import
      </Button>
      <HiddenFile
        picker={field}
        accept="application/json,.json"
        label="File with levers"
        onFiles={([file]) => void take(file)}
      />
      {why && (
        <p className="why both" role="alert">
          Nothing was read. {why}
        </p>
      )}
    </>
  );
}
