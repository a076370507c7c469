import { settingInputs } from "../../../contract";
import { ShapeFields } from "../../ui/ShapeFields";
import { Choice } from "../../ui/TextField";

export interface Thread {
  pitchMm?: number | null;
  threadsPerInch?: number | null;
}

const THREADS = {
  "5x0.8": "M5 × 0.8",
  "6x1": "M6 × 1",
  "8x1.25": "M8 × 1.25",
  "8x1": "M8 × 1 fine",
  "10x1.5": "M10 × 1.5",
  "10x1.25": "M10 × 1.25 fine",
  "1/4x28": "1/4-28",
  "5/16x24": "5/16-24",
  "3/8x24": "3/8-24",
  mm: "another, by pitch",
  inch: "another, by threads per inch",
} as const;
type Name = keyof typeof THREADS;

const PITCH: Partial<Record<Name, Thread & { diameterMm: number }>> = {
  "5x0.8": { pitchMm: 0.8, diameterMm: 5 },
  "6x1": { pitchMm: 1, diameterMm: 6 },
  "8x1.25": { pitchMm: 1.25, diameterMm: 8 },
  "8x1": { pitchMm: 1, diameterMm: 8 },
  "10x1.5": { pitchMm: 1.5, diameterMm: 10 },
  "10x1.25": { pitchMm: 1.25, diameterMm: 10 },
  "1/4x28": { threadsPerInch: 28, diameterMm: 6.35 },
  "5/16x24": { threadsPerInch: 24, diameterMm: 7.9375 },
  "3/8x24": { threadsPerInch: 24, diameterMm: 9.525 },
};

/** Which thread a screw has: a usual one by name, or any by its pitch. A known diameter is told as well. */
export function ThreadFields({
  thread,
  diameterMm,
  onChange,
}: {
  thread: Thread;
  diameterMm?: number;
  onChange: (thread: { pitchMm: number | null; threadsPerInch: number | null; diameterMm?: number }) => void;
}) {
  const named = (Object.keys(PITCH) as Name[]).find((n) => {
    const p = PITCH[n];
    return (
      p &&
      (p.pitchMm ?? null) === (thread.pitchMm ?? null) &&
      (p.threadsPerInch ?? null) === (thread.threadsPerInch ?? null) &&
      (diameterMm === undefined || Math.abs(diameterMm - p.diameterMm) < 1e-9)
    );
  });
  const value: Name = named ?? (thread.threadsPerInch != null ? "inch" : "mm");
  return (
    <>
      <Choice
        label="thread"
        value={value}
        options={THREADS}
        onChange={(n) => {
          const p = PITCH[n];
          if (p) {
            onChange({
              pitchMm: p.pitchMm ?? null,
              threadsPerInch: p.threadsPerInch ?? null,
              diameterMm: p.diameterMm,
            });
          } else if (n === "inch") onChange({ pitchMm: null, threadsPerInch: 20 });
          else onChange({ pitchMm: 0.75, threadsPerInch: null });
        }}
      />
      {!named && (
        <ShapeFields
          shape={settingInputs.rod}
          within="ends[]"
          value={thread}
          fields={[
            value === "inch"
              ? { at: "threadsPerInch", label: "threads", unit: "per inch", clears: true }
              : { at: "pitchMm", label: "pitch", unit: "mm", clears: true },
          ]}
          onChange={({ pitchMm = null, threadsPerInch = null }) => onChange({ pitchMm, threadsPerInch })}
        />
      )}
    </>
  );
}
