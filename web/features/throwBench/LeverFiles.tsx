import { Button } from "antd";
import { useState } from "react";
import type { Gearbox } from "../../../core";
import { readTextFile } from "../../ui/readTextFile";
import { useFilePick } from "../../ui/useFilePick";
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
  const [why, setWhy] = useState<string | null>(null);
  const take = async (file: File): Promise<void> => {
    const read = readLevers((await readTextFile(file)).text);
    setWhy(read.ok ? null : read.why);
    if (read.ok) onImport(read.file);
  };
  const field = useFilePick("application/json,.json", "File with levers", ([file]) => void take(file));
  return (
    <>
      <Button
        size="small"
        aria-label="Export levers"
        onClick={() => saveAs("levers.json", writeLevers(gearbox, setups))}
      >
        Export
      </Button>
      <Button size="small" aria-label="Import levers" onClick={field.pick}>
        Import
      </Button>
      {field.field}
      {why && (
        <p className="why both" role="alert">
          Nothing was read. {why}
        </p>
      )}
    </>
  );
}
