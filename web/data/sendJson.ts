import { isRefusal, refusal, routes, type JsonRouteName, type ResponseOf } from "../../contract";
import type { ApiError } from "../format/apiError";

/** Longest wait: a copy of a large book, or an archive that is taken in, takes a while. */
const TIMEOUT_MS = 600_000;

/** What an answer says; throws ApiError where it refuses or is none of ours. */
export async function saidBy(response: Response): Promise<unknown> {
  const data: unknown = await response.json().catch(() => null);
  if (isRefusal(data)) throw { offline: false, refusal: data } satisfies ApiError;
  if (!response.ok || data === null) {
    throw { offline: false, refusal: refusal("internal", "", null, "the same again") } satisfies ApiError;
  }
  return data;
}

/** Asks a route that does something beside the records' own queue; throws ApiError. */
export async function sendJson<N extends JsonRouteName>(name: N, body: object): Promise<ResponseOf<N>> {
  const response = await fetch(routes[name].path, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(TIMEOUT_MS),
  }).catch(() => {
    throw { offline: true } satisfies ApiError;
  });
  return routes[name].response.parse(await saidBy(response)) as ResponseOf<N>;
}
