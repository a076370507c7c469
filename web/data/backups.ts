import { isRefusal, refusal, routes, type ResponseOf } from "../../contract";
import type { ApiError } from "../format/apiError";

/** A copy of a large book takes a while. */
const TIMEOUT_MS = 120_000;

async function send<N extends "makeBackup" | "restoreBackup">(name: N, body: object): Promise<ResponseOf<N>> {
  let response: Response;
  try {
    response = await fetch(routes[name].path, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(TIMEOUT_MS),
    });
  } catch {
    throw { offline: true } satisfies ApiError;
  }
  const data: unknown = await response.json().catch(() => null);
  if (isRefusal(data)) throw { offline: false, refusal: data } satisfies ApiError;
  const parsed = routes[name].response.safeParse(data);
  if (!response.ok || !parsed.success) {
    throw { offline: false, refusal: refusal("internal", "", null, "the same again") } satisfies ApiError;
  }
  return parsed.data as ResponseOf<N>;
}

/** Makes a copy of the book now; throws ApiError. */
export const makeBackup = (): Promise<ResponseOf<"makeBackup">> => send("makeBackup", {});

/** Takes the book back to a copy; the present one is kept. Throws ApiError. */
export const restoreBackup = (name: string): Promise<ResponseOf<"restoreBackup">> => send("restoreBackup", { name });
