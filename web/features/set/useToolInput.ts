import { settingInputs, withoutNulls, type JobView, type SettingTool } from "../../../contract";
import { useKept } from "../../data/useLocalDraft";
import type { SetHost } from "./ToolFrame";

export interface ToolProps {
  host: SetHost;
  /** Under what the tool's fields stay in this browser: the job's, the desk's, or a kept setting's. */
  store: string;
  /** A kept setting to begin with. */
  begin: Record<string, unknown> | null;
  view: JobView | null;
}

/** The lever the setting tools measure from: the one chosen, or the one that came in the vehicle. */
export const leverAtWork = (view: JobView | null): JobView["setup"][number] | undefined =>
  view?.setup.find((s) => s.id === view.job.chosenSetupId) ??
  view?.setup.find((s) => s.role === "old") ??
  view?.setup[0];

/**
 * A tool's fields: kept in this browser, begun from what is known, never from what an older version left unreadable.
 * And whether they are still the ones it began with: then its answer is an example and says so.
 */
export function useToolInput<T extends object>(
  tool: SettingTool,
  { store, begin }: ToolProps,
  initial: () => T,
): [input: T, set: (patch: Partial<T>) => void, untouched: boolean] {
  const readable = (value: unknown): T | null =>
    value && settingInputs[tool].safeParse(withoutNulls(value)).success ? (withNulls(value, initial()) as T) : null;
  const [input, set] = useKept<T>(`set.${tool}.${store}`, () => readable(begin) ?? initial(), readable);
  return [input, (patch) => set({ ...input, ...patch }), !begin && JSON.stringify(input) === JSON.stringify(initial())];
}

/** The fields with nothing in them that `given` left out: kept questions name only what was given. */
function withNulls(value: unknown, shape: unknown): unknown {
  if (Array.isArray(value)) return value.map((v) => withNulls(v, Array.isArray(shape) ? shape[0] : undefined));
  if (typeof value !== "object" || value === null || typeof shape !== "object" || shape === null) return value;
  const own = value as Record<string, unknown>;
  const out = { ...own };
  for (const [key, s] of Object.entries(shape)) out[key] = key in own ? withNulls(own[key], s) : null;
  return out;
}

/** Fields as a model takes them: nothing where nothing was given. */
export const given = (input: object): Record<string, unknown> => withoutNulls(input) as Record<string, unknown>;
