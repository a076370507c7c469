import papa from "papaparse";
import { decodeText } from "../table";
import { readWavSoFar } from "./recording";
import { LEAST_SAMPLES, MOST_SAMPLES, type Recording } from "./spectrum";

/** Engine speed through a recording. */
export type RpmTrack = { tS: number; rpm: number }[];

/** What the values of a recording are. */
export type RecordedUnit = "m/s2" | "g" | "fullScale" | "asLogged";

/** What was read of a file somebody recorded, and what had to be done to it, as sentences. */
export type Imported =
  | { ok: true; recording: Recording; unit: RecordedUnit; rpmTrack: RpmTrack | null; notes: string[]; comment: string }
  | { ok: false; why: string };

/** Spacing that a logger of usual make keeps, as a part; more is a gap. Common practice, no source. */
const RESAMPLED_UP_TO = 0.05;
const EVEN = 0.01;

/** Points an engine's speed is kept at: more say nothing of a run-up. */
const TRACK_POINTS = 600;

const sixteenOrMore = `${LEAST_SAMPLES} to ${MOST_SAMPLES} samples`;

/**
 * A recording as it comes from a recorder, a telephone or a logger: WAV, or CSV in the shapes loggers write.
 *
 * More forgiving than `readWav` and `readCsv`: a file cut short is taken as far as it goes, decimal commas,
 * columns in another order and a spacing up to 5 per cent uneven are put right. Every such step is said in `notes`.
 */
export function importRecording(bytes: Uint8Array): Imported {
  const head = String.fromCharCode(...bytes.subarray(0, 4));
  const read = /^(RIFF|RIFX|RF64)$/.test(head) ? importWav(bytes) : importCsv(bytes);
  if (!read.ok) return read;
  const count = read.recording.samples.length;
  if (count < LEAST_SAMPLES) return { ok: false, why: `it holds ${count} samples; accepted: ${sixteenOrMore}` };
  const { rateHz } = read.recording;
  if (!(rateHz >= SLOWEST_HZ && rateHz <= FASTEST_HZ)) {
    const got = `${Number(rateHz.toPrecision(3))} samples a second`;
    return {
      ok: false,
      why: `it has ${got}; accepted: ${SLOWEST_HZ} to ${FASTEST_HZ}. Is the time column in seconds?`,
    };
  }
  if (count > MOST_SAMPLES) return { ok: false, why: `it holds ${count} samples; accepted: ${sixteenOrMore}` };
  return read;
}

function importWav(bytes: Uint8Array): Imported {
  const read = readWavSoFar(bytes);
  if (!read.ok) return read;
  const notes: string[] = [];
  const seconds = (n: number): string => `${(n / read.recording.rateHz).toFixed(1)} s`;
  const { channels, samples } = read.recording;
  if (channels > 1) notes.push(`${channels} channels were averaged into one`);
  if (read.missing > 0) {
    const told = samples.length / (1 - read.missing);
    notes.push(`the file was cut short: ${seconds(samples.length)} of ${seconds(told)} are there`);
  }
  return { ok: true, recording: read.recording, unit: "fullScale", rpmTrack: null, notes, comment: read.comment };
}

const TIME =
  /^\s*["']?(t|time|zeit|secs?|seconds?|(ms|us|µs|μs|ns|mins?)(?![\p{L}\p{N}])|(milli|micro|nano)s?(econds)?|minutes?|timestamp|elapsed)(?![\p{L}\p{N}])/iu;

/** Units a time column may be in, by its name; seconds where it names none. */
const TIME_UNITS: readonly [name: RegExp, perSecond: number][] = [
  [/(?<![\p{L}\p{N}])ns(?![\p{L}\p{N}])|nano/iu, 1e9],
  [/(?<![\p{L}\p{N}])[uµμ]s(?![\p{L}\p{N}])|micro/iu, 1e6],
  [/(?<![\p{L}\p{N}])ms(?![\p{L}\p{N}])|milli/iu, 1e3],
  [/(?<![\p{L}\p{N}])min(s|utes?)?(?![\p{L}\p{N}])/iu, 1 / 60],
];

/** Longest line a logger writes, characters. */
const LONGEST_LINE = 20_000;

/** Fastest shaft there is, r/min; a logger that lost its pulse writes more, or less than nought. */
const FASTEST_RPM = 30_000;

/** Samples a second that a recording may have: slower says nothing of a shake, faster no logger writes. */
const SLOWEST_HZ = 1;
const FASTEST_HZ = 1e6;
const RPM = /rpm|rev|1\/min/i;

interface Columns {
  time: number;
  perSecond: number;
  rpm: number | null;
  /** Columns that may hold the shake, with their names. */
  values: { at: number; name: string }[];
}

function columnsOf(head: readonly string[] | null, width: number): Columns {
  const names = Array.from({ length: width }, (_, i) => head?.[i]?.trim() || `column ${i + 1}`);
  const time = head ? names.findIndex((n) => TIME.test(n)) : 0;
  const rpm = head ? names.findIndex((n) => RPM.test(n)) : -1;
  return {
    time,
    perSecond: (time >= 0 && TIME_UNITS.find(([name]) => name.test(names[time]))?.[1]) || 1,
    rpm: rpm >= 0 ? rpm : null,
    values: names.flatMap((name, at) => (at === time || at === rpm ? [] : [{ at, name }])),
  };
}

/** The sign between the cells: what a decimal comma needs comes first. */
const delimiterOf = (line: string): string => (line.includes(";") ? ";" : line.includes("\t") ? "\t" : ",");

function importCsv(bytes: Uint8Array): Imported {
  const { text } = decodeText(bytes);
  const first = /[^\r\n]+/.exec(text)?.[0];
  if (!first) return { ok: false, why: "the file is empty" };
  if (first.length > LONGEST_LINE || /(?![\t\r\n])\p{Cc}/u.test(first))
    return { ok: false, why: "it is neither a WAV file nor lines of figures" };
  const delimiter = delimiterOf(first);
  const figure = (cell: string): number =>
    cell.trim() === "" ? NaN : Number(delimiter === "," ? cell : cell.replace(",", "."));

  let columns: Columns | null = null;
  let head: string[] | null = null;
  let why: string | null = null;
  let line = 0;
  const times: number[] = [];
  const lineOf: number[] = [];
  const rpms: number[] = [];
  const values: number[][] = [];
  papa.parse<string[]>(text, {
    delimiter,
    step: ({ data: row }, parser) => {
      line += 1;
      if (row.every((c) => !c.trim())) return;
      if (!columns) {
        if (!head && row.some((c) => c.trim() !== "" && Number.isNaN(figure(c)))) {
          head = row;
          return;
        }
        columns = columnsOf(head, row.length);
        if (head && head.length * 2 === row.length) {
          why = `line ${line} has ${row.length} cells under ${head.length} names: a comma cannot stand both between the figures and inside them. Save it with semicolons`;
        } else if (columns.time < 0) {
          why = `no column is called time: the first line reads "${(head ?? []).join(delimiter).slice(0, 60)}"`;
        } else if (!columns.values.length) why = `line ${line} has no figure beside the time`;
        if (why) return parser.abort();
        values.push(...columns.values.map(() => []));
      }
      const got = [
        columns.time,
        ...columns.values.map((v) => v.at),
        ...(columns.rpm === null ? [] : [columns.rpm]),
      ].map((at) => ({ at, value: figure(row[at] ?? "") }));
      const bad = got.find((g) => !Number.isFinite(g.value));
      if (bad) {
        why = `line ${line} has "${(row[bad.at] ?? "").slice(0, 20)}" where a figure belongs`;
        return parser.abort();
      }
      times.push(got[0].value / columns.perSecond);
      lineOf.push(line);
      columns.values.forEach((_, k) => values[k].push(got[k + 1].value));
      if (columns.rpm !== null) rpms.push(got[got.length - 1].value);
      if (times.length > MOST_SAMPLES) {
        why = `it holds over ${MOST_SAMPLES} samples; accepted: ${sixteenOrMore}`;
        parser.abort();
      }
    },
  });
  if (why) return { ok: false, why };
  const kept = columns as Columns | null;
  if (!kept || times.length < 2) return { ok: false, why: "two lines of time and value at least" };
  return evened(times, lineOf, mostMoving(values, kept), rpms);
}

interface Chosen {
  samples: number[];
  unit: RecordedUnit;
  note: string | null;
}

const unitOf = (name: string): RecordedUnit =>
  /m\/s/i.test(name) ? "m/s2" : /(^|[\s([_])g($|[\s)\]])/.test(name) ? "g" : "asLogged";

/** Of several axes the one that moves most: the mount or the seat shakes one way more than the others. */
function mostMoving(values: number[][], { values: names }: Columns): Chosen {
  const moves = values.map((list) => {
    const mean = list.reduce((a, b) => a + b, 0) / list.length;
    return list.reduce((a, b) => a + (b - mean) ** 2, 0);
  });
  const best = moves.indexOf(Math.max(...moves));
  return {
    samples: values[best],
    unit: unitOf(names[best].name),
    note:
      names.length > 1
        ? `of ${names.map((n) => n.name).join(", ")} the one that moves most was taken: ${names[best].name}`
        : null,
  };
}

/** Puts a time column straight: even as it stands, resampled, or refused with the line where it breaks. */
function evened(times: number[], lineOf: number[], { samples, unit, note }: Chosen, rpms: number[]): Imported {
  const count = times.length;
  const step = (times[count - 1] - times[0]) / (count - 1);
  if (!(step > 0)) return { ok: false, why: "the time must rise from line to line" };
  const steps = Float64Array.from({ length: count - 1 }, (_, k) => times[k + 1] - times[k]);
  // Against the usual step, not the mean one: a single gap would put every line off it.
  const usual = steps.toSorted()[Math.floor(steps.length / 2)];
  let at = 0;
  for (let k = 1; k < steps.length; k++) if (Math.abs(steps[k] - usual) > Math.abs(steps[at] - usual)) at = k;
  const worst = Math.abs(steps[at] - usual) / usual;
  if (!(worst <= RESAMPLED_UP_TO)) {
    return {
      ok: false,
      why: `before line ${lineOf[at + 1]} the time steps by ${steps[at].toPrecision(3)} s, elsewhere by ${usual.toPrecision(3)} s: there is a gap, or the logger was not steady. Up to 5 % is put right`,
    };
  }
  const notes = note ? [note] : [];
  let even = Float64Array.from(samples);
  if (worst > EVEN) {
    even = resampled(times, samples, step);
    notes.push(
      `the spacing was up to ${(worst * 100).toFixed(1)} % uneven; it was resampled to ${(1 / step).toPrecision(5)} Hz`,
    );
  }
  const every = Math.max(1, Math.ceil(count / TRACK_POINTS));
  const turns = (rpm: number): boolean => rpm > 0 && rpm <= FASTEST_RPM;
  const track = rpms.flatMap((rpm, k) => (k % every === 0 && turns(rpm) ? [{ tS: times[k] - times[0], rpm }] : []));
  const left = rpms.filter((rpm) => rpm < 0 || rpm > FASTEST_RPM).length;
  if (left > 0)
    notes.push(
      `${left} of ${rpms.length} speeds were left out: below 0 or above ${FASTEST_RPM.toLocaleString("en")} rpm`,
    );
  return {
    ok: true,
    recording: { samples: even, rateHz: 1 / step, channels: 1 },
    unit,
    rpmTrack: track.length > 1 ? track : null,
    notes,
    comment: "",
  };
}

/** Samples at even times, straight between the two that stand round each. */
function resampled(times: number[], samples: number[], step: number): Float64Array<ArrayBuffer> {
  const out = new Float64Array(times.length);
  for (let k = 0, j = 0; k < out.length; k++) {
    const t = times[0] + k * step;
    while (j < times.length - 2 && times[j + 1] < t) j++;
    const part = Math.min(1, Math.max(0, (t - times[j]) / (times[j + 1] - times[j])));
    out[k] = samples[j] + part * (samples[j + 1] - samples[j]);
  }
  return out;
}
