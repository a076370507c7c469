import { configureStore } from "@reduxjs/toolkit";
import { setupListeners } from "@reduxjs/toolkit/query";
import { ulid } from "ulid";
import { z } from "zod";
import { api, recordsApi } from "./api";
import { forgetKept, freshness } from "./freshness";
import { saving } from "./saving/queue";
import { session } from "./session";

const KEPT = "ash-lever.session";
const STATION = "ash-lever.station";

const ULID = /^[0-9A-HJKMNP-TV-Z]{26}$/;
const kept = z.object({
  personId: z.string().regex(ULID).nullable().catch(null),
  theme: z.enum(["light", "dark", "system"]).catch("system"),
  shopId: z.string().regex(ULID).nullable().catch(null),
  book: z.string().max(80).nullable().catch(null),
});

/** What this browser kept of the last time, as far as it can be read. */
function restored(): z.infer<typeof kept> {
  try {
    return kept.parse(JSON.parse(localStorage.getItem(KEPT) ?? "{}") ?? {});
  } catch {
    return { personId: null, theme: "system", shopId: null, book: null };
  }
}

/** A browser that keeps nothing goes on without. */
function keep(storage: () => Storage, name: string, value: string): void {
  try {
    storage().setItem(name, value);
  } catch {
    // Said where it matters: beside what waits to be saved.
  }
}

/** This tab's name for itself; a reload keeps it. */
function stationOf(): string {
  try {
    const before = sessionStorage.getItem(STATION);
    if (before && ULID.test(before)) return before;
  } catch {
    return ulid();
  }
  const station = ulid();
  keep(() => sessionStorage, STATION, station);
  return station;
}

export function makeStore() {
  const { personId, theme, shopId, book } = restored();
  const store = configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      saving: saving.reducer,
      session: session.reducer,
      freshness: freshness.reducer,
    },
    middleware: (defaults) =>
      // The answer cache holds whole jobs: walking all of it at every edit would cost more than the edit.
      defaults({ serializableCheck: { ignoredPaths: [api.reducerPath] }, immutableCheck: false }).concat(
        api.middleware,
      ),
    preloadedState: {
      session: { personId, theme, station: stationOf() },
      saving: { ...saving.getInitialState(), shopId },
      freshness: { ...freshness.getInitialState(), book },
    },
  });
  setupListeners(store.dispatch);
  let before = store.getState();
  let told: unknown = null;
  store.subscribe(() => {
    const now = store.getState();
    const shop = recordsApi.endpoints.shop.select()(now).data;
    // Only what was just read: the server may have said otherwise since.
    const news = shop && shop !== told ? shop.shopId : null;
    told = shop ?? told;
    if (news && news !== now.saving.shopId) store.dispatch(saving.actions.shopSeen(news));
    const newBook = now.freshness.book !== before.freshness.book;
    if (now.session !== before.session || now.saving.shopId !== before.saving.shopId || newBook) {
      const { personId, theme } = now.session;
      const { book } = now.freshness;
      keep(() => localStorage, KEPT, JSON.stringify({ personId, theme, shopId: now.saving.shopId, book }));
    }
    const otherBook = newBook && before.freshness.book !== null;
    before = now;
    // Another book, or an older one put in its place: nothing that was read of the one before holds any more.
    if (otherBook) {
      void forgetKept();
      store.dispatch(api.util.resetApiState());
    }
  });
  return store;
}

export type AppStore = ReturnType<typeof makeStore>;
export type RootState = ReturnType<AppStore["getState"]>;
export type AppDispatch = AppStore["dispatch"];
