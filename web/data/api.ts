import { createApi, fetchBaseQuery } from "@reduxjs/toolkit/query/react";
import type { z } from "zod";
import { isRefusal, refusal, routes, type Refusal, type ResponseOf, type Route, type RouteName } from "../../contract";

/** Longest wait for a read; the server is on this machine or in the same room. */
const TIMEOUT_MS = 15_000;

const base = fetchBaseQuery({ baseUrl: "/", timeout: TIMEOUT_MS });

/** The server did not answer at all; what was to be sent is sent again later. */
export class Unreachable extends Error {}

export const isUnreachable = (error: unknown): boolean => error instanceof Unreachable;

export type ApiError = { offline: true } | { offline: false; refusal: Refusal };

/** What the server said, of an error of any way of sending; null where it did not answer. */
export function refusalIn(error: unknown): Refusal | null {
  if (isRefusal(error)) return error;
  const e = error as Partial<ApiError & { refusal: Refusal }>;
  return e?.offline === false && e.refusal ? e.refusal : null;
}

/** What went wrong, in words for the screen. */
export const errorText = (error: unknown): string => {
  const e = error as Partial<ApiError & { refusal: Refusal }>;
  if (e?.offline) return "No connection to the program. It goes on by itself when the server is back.";
  return e?.refusal?.error.message ?? "Something went wrong.";
};

export const api = createApi({
  reducerPath: "api",
  baseQuery: async (args: string, queryApi, extra) => {
    const result = await base(args, queryApi, extra);
    if (!result.error) return { data: result.data };
    const { data } = result.error;
    if (isRefusal(data)) return { error: { offline: false, refusal: data } as ApiError };
    return { error: { offline: true } as ApiError };
  },
  tagTypes: ["Yard", "Vehicles", "Vehicle", "Job", "Shop", "Bin", "History"],
  refetchOnReconnect: true,
  endpoints: () => ({}),
});

/** Checks an answer against the contract as it arrives. */
function checked<N extends RouteName>(name: N) {
  return (data: unknown): ResponseOf<N> => {
    const parsed = (routes[name].response as z.ZodType).safeParse(data);
    if (parsed.success) return parsed.data as ResponseOf<N>;
    throw new Error(`the answer of ${routes[name].path} is not what the contract says: ${parsed.error.message}`);
  };
}

const pathOf = (route: Route, params: Record<string, string> = {}): string =>
  route.path.slice(1).replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(params[key] ?? ""));

const records = api.injectEndpoints({
  endpoints: (build) => ({
    yard: build.query<ResponseOf<"yard">, { limit: number; search?: string }>({
      query: ({ limit, search = "" }) =>
        `${pathOf(routes.yard)}?${new URLSearchParams({ search, limit: String(limit) })}`,
      transformResponse: checked("yard"),
      providesTags: ["Yard"],
    }),
    vehicles: build.query<ResponseOf<"vehicles">, { search: string; limit?: number; offset?: number }>({
      query: ({ search, limit = 100, offset = 0 }) =>
        `${pathOf(routes.vehicles)}?${new URLSearchParams({ search, limit: String(limit), offset: String(offset) })}`,
      transformResponse: checked("vehicles"),
      providesTags: ["Vehicles"],
    }),
    vehicle: build.query<ResponseOf<"vehicle">, string>({
      query: (id) => pathOf(routes.vehicle, { id }),
      transformResponse: checked("vehicle"),
      providesTags: ["Vehicle"],
    }),
    job: build.query<ResponseOf<"job">, string>({
      query: (id) => pathOf(routes.job, { id }),
      transformResponse: checked("job"),
      providesTags: ["Job"],
    }),
    shop: build.query<ResponseOf<"shop">, void>({
      query: () => pathOf(routes.shop),
      transformResponse: checked("shop"),
      providesTags: ["Shop"],
    }),
    bin: build.query<ResponseOf<"bin">, void>({
      query: () => pathOf(routes.bin),
      transformResponse: checked("bin"),
      providesTags: ["Bin"],
    }),
    history: build.query<ResponseOf<"history">, { scope: string; limit: number }>({
      query: ({ scope, limit }) => `${pathOf(routes.history)}?${new URLSearchParams({ scope, limit: String(limit) })}`,
      transformResponse: checked("history"),
      providesTags: ["History"],
    }),
    instruments: build.query<ResponseOf<"instruments">, void>({
      query: () => pathOf(routes.instruments),
      transformResponse: checked("instruments"),
    }),
    undoState: build.query<ResponseOf<"undoState">, { scope: string; personId: string | null; station: string }>({
      query: ({ scope, personId, station }) =>
        `${pathOf(routes.undoState)}?${new URLSearchParams({ scope, station, ...(personId && { personId }) })}`,
      transformResponse: checked("undoState"),
      providesTags: ["History"],
    }),
  }),
});

export const {
  useYardQuery,
  useVehiclesQuery,
  useVehicleQuery,
  useJobQuery,
  useShopQuery,
  useBinQuery,
  useHistoryQuery,
  useUndoStateQuery,
  useInstrumentsQuery,
} = records;
export const recordsApi = records;

/** One write; throws ApiError. Used by the queue only, everything else goes through it. */
export async function post<N extends "change" | "undo" | "redo">(
  name: N,
  body: unknown,
  until: AbortSignal,
): Promise<ResponseOf<N>> {
  let response: Response;
  try {
    response = await fetch(routes[name].path, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
      signal: AbortSignal.any([until, AbortSignal.timeout(TIMEOUT_MS)]),
    });
  } catch {
    throw { offline: true } satisfies ApiError;
  }
  // An answer that breaks off, or that is no answer of ours, tells nothing: the write is sent again as it was.
  const data: unknown = await response.json().catch(() => null);
  if (response.ok && data === null) throw { offline: true } satisfies ApiError;
  if (response.ok) return checked(name)(data);
  if (isRefusal(data)) throw { offline: false, refusal: data } satisfies ApiError;
  if (response.status >= 500) throw { offline: true } satisfies ApiError;
  throw { offline: false, refusal: refusal("internal", "", null, "the same again") } satisfies ApiError;
}
