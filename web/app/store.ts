import { configureStore } from "@reduxjs/toolkit";
import { setupListeners } from "@reduxjs/toolkit/query";
import { api } from "./api";
import { saving } from "./saving/queue";
import { session } from "./session";

const SAVED = { session: "ash-lever.session", saving: "ash-lever.waiting" } as const;

function restored(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null");
  } catch {
    return null;
  }
}

export function makeStore() {
  const waiting = restored(SAVED.saving) as Partial<ReturnType<typeof saving.getInitialState>> | null;
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer, saving: saving.reducer, session: session.reducer },
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
    preloadedState: {
      session: { ...session.getInitialState(), ...(restored(SAVED.session) as object | null) },
      saving: { ...saving.getInitialState(), pending: waiting?.pending ?? [], known: waiting?.known ?? {} },
    },
  });
  setupListeners(store.dispatch);
  let kept = store.getState();
  store.subscribe(() => {
    const next = store.getState();
    if (next.session !== kept.session) localStorage.setItem(SAVED.session, JSON.stringify(next.session));
    if (next.saving.pending !== kept.saving.pending) {
      const { pending, known } = next.saving;
      localStorage.setItem(SAVED.saving, JSON.stringify({ pending, known: pending.length ? known : {} }));
    }
    kept = next;
  });
  return store;
}

export type AppStore = ReturnType<typeof makeStore>;
export type RootState = ReturnType<AppStore["getState"]>;
export type AppDispatch = AppStore["dispatch"];
