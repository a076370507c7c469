import { settingInputs, withoutNulls, type JobView, type SettingTool } from "../../../contract";
import { useKept } from "../desk/kept";
import type { SetHost } from "./ToolFrame";

export interface ToolProps {
  host: SetHost;
  /** Under what the tool's fields stay in this browser: the job's, the desk's, or a kept setting's. */
  store: string;
  /** A kept setting to begin with. */
  begin: Record<string, unknown> | null;
  view: JobView | null;
}

/** A tool's fields: kept in this browser, begun from what is known, never from what an older version left unreadable. */
export function useToolInput<T extends object>(
  tool: SettingTool,
  { store, begin }: ToolProps,
  initial: () => T,
): [T, (patch: Partial<T>) => void] {
  const readable = (value: unknown): T | null =>
    value && settingInputs[tool].safeParse(withoutNulls(value)).success ? (value as T) : null;
  const [input, set] = useKept<T>(`set.${tool}.${store}`, () => (begin as T | null) ?? initial(), readable);
  return [input, (patch) => set({ ...input, ...patch })];
}

/** Fields as a model takes them: nothing where nothing was given. */
export const given = (input: object): Record<string, unknown> => withoutNulls(input) as Record<string, unknown>;
