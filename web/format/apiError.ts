import { isRefusal, type Refusal } from "../../contract";

export type ApiError = { offline: true } | { offline: false; refusal: Refusal };

/** What the server said, of an error of any way of sending; null where it did not answer. */
export function refusalIn(error: unknown): Refusal | null {
  if (isRefusal(error)) return error;
  const e = error as Partial<ApiError & { refusal: Refusal }>;
  return e?.offline === false && e.refusal ? e.refusal : null;
}

/** Whether the program did not answer at all. */
export const isOffline = (error: unknown): boolean => (error as Partial<ApiError>)?.offline === true;

/** What went wrong, in words for the screen. */
export const errorText = (error: unknown): string => {
  const e = error as Partial<ApiError & { refusal: Refusal }>;
  if (isOffline(error)) return "No connection to the program.";
  return e?.refusal?.error.message ?? "Something went wrong.";
};
