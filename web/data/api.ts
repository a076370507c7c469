import type { z } from "zod";
import type { Dispatch } from "@reduxjs/toolkit";
import type { ApiError } from "../format/apiError";
import { logEvent } from "./eventLog";
import { freshness, keptSince } from "./freshness";
import { askForNewVersion } from "./newVersion";
import { createApi, fetchBaseQuery, retry, type BaseQueryFn } from "@reduxjs/toolkit/query/react";
import {
  addressOf,
  BOOK_HEADER,
  computeAddress,
  isRefusal,
  refusal,
  routes,
  type JsonRouteName,
  type ResponseOf,
} from "../../contract";

/** Longest wait for a read; the server is on this machine or in the same room. */
const TIMEOUT_MS = 15_000;

/** The server did not answer at all; what was to be sent is sent again later. */
export class Unreachable extends Error {
  readonly offline = true;
}

/** The server answered, but not as this page expects: another version of the program, or a fault in it. */
export class NotUnderstood extends Error {}

export const isUnreachable = (error: unknown): boolean => error instanceof Unreachable;

/** Reads are tried again so often, after waits that double and differ from tab to tab, while nobody answers. */
const READ_TRIES = 2;

const once: BaseQueryFn<string, unknown, ApiError> = async (address, queryApi, extra) => {
  const result = await fetchBaseQuery({ baseUrl: "", timeout: TIMEOUT_MS })(address, queryApi, extra);
  if (result.meta?.response) whereFrom(result.meta.response.headers, queryApi.dispatch);
  if (!result.error) return { data: result.data };
  const { data, status } = result.error;
  logEvent("reading", `${String(address).split("?")[0]}: ${isRefusal(data) ? data.error.code : status}`);
  return { error: isRefusal(data) ? { offline: false, refusal: data } : { offline: true } };
};

/** Told of every answer: whether the browser had kept it, and of which book it is. */
export function whereFrom(headers: Headers, dispatch: Dispatch): void {
  const since = keptSince(headers);
  if (since !== null) dispatch(freshness.actions.readFromStore(since));
  else if (headers.has(BOOK_HEADER)) dispatch(freshness.actions.bookSeen(headers.get(BOOK_HEADER) ?? ""));
}

/** Everything that is kept of the book: all of it is read anew when an archive was taken in. */
export const ALL_TAGS = [
  "Yard",
  "Vehicles",
  "Vehicle",
  "Job",
  "Sheet",
  "Shop",
  "Bin",
  "History",
  "Workshop",
  "Due",
] as const;

export const api = createApi({
  reducerPath: "api",
  baseQuery: retry(once, {
    retryCondition: (error, _args, { attempt }) =>
      Boolean((error as Partial<ApiError>)?.offline) && attempt <= READ_TRIES,
  }),
  tagTypes: ALL_TAGS,
  refetchOnReconnect: true,
  // An answer that is not what the contract says is a fault of the program: it is said, never shown as data.
  catchSchemaFailure: ({ message }, { endpoint }) => {
    logEvent("reading", `${endpoint}: an answer that is not understood`);
    askForNewVersion();
    return {
      offline: false as const,
      refusal: refusal("internal", "", null, "an answer as the contract says", message),
    };
  },
  endpoints: () => ({}),
});

/** What the contract says a route answers, as the toolkit checks it: defaults filled in, nothing unknown believed. */
const answerOf = <N extends JsonRouteName>(name: N): z.ZodType<ResponseOf<N>, ResponseOf<N>> =>
  routes[name].response as unknown as z.ZodType<ResponseOf<N>, ResponseOf<N>>;

/** Whose history: what was done in a scope changes with every write in it. */
interface Whose {
  scope: string;
  personId: string | null;
  station: string;
}

const records = api.injectEndpoints({
  endpoints: (build) => ({
    yard: build.query<ResponseOf<"yard">, { limit: number; search?: string }>({
      query: (asked) => addressOf("yard", {}, asked),
      responseSchema: answerOf("yard"),
      providesTags: ["Yard"],
    }),
    vehicles: build.query<ResponseOf<"vehicles">, { search: string; limit?: number; offset?: number }>({
      query: (asked) => addressOf("vehicles", {}, asked),
      responseSchema: answerOf("vehicles"),
      providesTags: ["Vehicles"],
    }),
    vehicle: build.query<ResponseOf<"vehicle">, string>({
      query: (id) => addressOf("vehicle", { id }),
      responseSchema: answerOf("vehicle"),
      providesTags: (_dossier, _error, id) => [{ type: "Vehicle", id }],
    }),
    sheets: build.query<ResponseOf<"sheets">, void>({
      query: () => addressOf("sheets"),
      responseSchema: answerOf("sheets"),
      providesTags: ["Sheet"],
    }),
    sheet: build.query<ResponseOf<"sheet">, string>({
      query: (id) => addressOf("sheet", { id }),
      responseSchema: answerOf("sheet"),
      providesTags: (_view, _error, id) => ["Sheet", { type: "Sheet" as const, id }],
    }),
    book: build.query<ResponseOf<"book">, void>({
      query: () => addressOf("book"),
      responseSchema: answerOf("book"),
      providesTags: ["Sheet", "Shop"],
      keepUnusedDataFor: 0,
    }),
    offers: build.query<ResponseOf<"offers">, string>({
      query: (asked) => addressOf("offers", {}, { asked }),
      responseSchema: answerOf("offers"),
    }),
    workshop: build.query<ResponseOf<"workshop">, void>({
      query: () => addressOf("workshop"),
      responseSchema: answerOf("workshop"),
      providesTags: ["Workshop"],
    }),
    memory: build.query<ResponseOf<"memory">, void>({
      query: () => addressOf("memory"),
      responseSchema: answerOf("memory"),
      providesTags: ["Workshop"],
    }),
    search: build.query<ResponseOf<"search">, { words: string; limit?: number }>({
      query: (asked) => addressOf("search", {}, asked),
      responseSchema: answerOf("search"),
      keepUnusedDataFor: 5,
    }),
    backups: build.query<ResponseOf<"backups">, void>({
      query: () => addressOf("backups"),
      responseSchema: answerOf("backups"),
      keepUnusedDataFor: 0,
    }),
    lists: build.query<ResponseOf<"lists">, void>({
      query: () => addressOf("lists"),
      responseSchema: answerOf("lists"),
      providesTags: ["Yard", "Vehicles"],
    }),
    due: build.query<ResponseOf<"due">, void>({
      query: () => addressOf("due"),
      responseSchema: answerOf("due"),
      providesTags: ["Due"],
    }),
    job: build.query<ResponseOf<"job">, string>({
      query: (id) => addressOf("job", { id }),
      responseSchema: answerOf("job"),
      providesTags: (_view, _error, id) => [{ type: "Job", id }],
    }),
    shop: build.query<ResponseOf<"shop">, void>({
      query: () => addressOf("shop"),
      responseSchema: answerOf("shop"),
      providesTags: ["Shop"],
    }),
    condition: build.query<ResponseOf<"condition">, void>({
      query: () => addressOf("condition"),
      responseSchema: answerOf("condition"),
      keepUnusedDataFor: 0,
    }),
    bin: build.query<ResponseOf<"bin">, void>({
      query: () => addressOf("bin"),
      responseSchema: answerOf("bin"),
      providesTags: ["Bin"],
    }),
    history: build.query<ResponseOf<"history">, { scope: string; limit: number }>({
      query: (asked) => addressOf("history", {}, asked),
      responseSchema: answerOf("history"),
      providesTags: (_page, _error, { scope }) => [{ type: "History", id: scope }],
    }),
    instruments: build.query<ResponseOf<"instruments">, void>({
      query: () => addressOf("instruments"),
      responseSchema: answerOf("instruments"),
    }),
    photoSheet: build.query<ResponseOf<"photoSheet">, string>({
      query: (file) => addressOf("photoSheet", { file }),
      responseSchema: answerOf("photoSheet"),
    }),
    undoState: build.query<ResponseOf<"undoState">, Whose>({
      query: (whose) => addressOf("undoState", {}, { ...whose }),
      responseSchema: answerOf("undoState"),
      providesTags: (_state, _error, { scope }) => [{ type: "History", id: scope }],
    }),
  }),
});

export const {
  usePrefetch,
  useYardQuery,
  useVehiclesQuery,
  useVehicleQuery,
  useSheetsQuery,
  useSheetQuery,
  useBookQuery,
  useJobQuery,
  useShopQuery,
  useBinQuery,
  useConditionQuery,
  useHistoryQuery,
  useUndoStateQuery,
  useInstrumentsQuery,
  useWorkshopQuery,
  useOffersQuery,
  useDueQuery,
  useListsQuery,
  useBackupsQuery,
  useSearchQuery,
  useMemoryQuery,
  usePhotoSheetQuery,
  useLazyPhotoSheetQuery,
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
  if (response.ok) {
    const parsed = routes[name].response.safeParse(data);
    if (parsed.success) return parsed.data as ResponseOf<N>;
    throw new NotUnderstood(
      `the answer of ${routes[name].path} is not what the contract says: ${parsed.error.message}`,
    );
  }
  if (isRefusal(data)) throw { offline: false, refusal: data } satisfies ApiError;
  if (response.status >= 500) throw { offline: true } satisfies ApiError;
  throw { offline: false, refusal: refusal("internal", "", null, "the same again") } satisfies ApiError;
}

/** The floor template of a slot as files: drawing is the server's. */
export async function drawnFloorSlot(input: unknown): Promise<{ svg: string; dxf: string; pdfBase64: string }> {
  const response = await fetch(computeAddress("floorSlot"), {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(input),
    signal: AbortSignal.timeout(TIMEOUT_MS),
  });
  const made = (await response.json()) as { drawing?: { svg: string; dxf: string; pdfBase64: string } };
  if (!response.ok || !made.drawing) throw new Error("refused");
  return made.drawing;
}
