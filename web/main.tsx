import "@fontsource-variable/archivo/standard.css";
import "@fontsource-variable/red-hat-mono/wght.css";
import "./ui/tokens.css";
import "./ui/base.css";
import "./ui/layout.css";
import "./ui/fields.css";
import "./ui/slots.css";
import "./ui/patterns/index.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { App } from "./app/App";
import { SavingContext, startSaving } from "./data/saving";
import { fetchAll } from "./ui/late";
import { makeStore } from "./data/store";

const store = makeStore();
const saving = startSaving(store);

// The screens of a job name their stages when they arrive: those are fetched in a second round.
const idle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 2000));
idle(() => void fetchAll().then(fetchAll));

// Kept by the browser for when there is no network; a page that is served while it is written has none.
if (import.meta.env.PROD && "serviceWorker" in navigator) {
  void navigator.serviceWorker.register("/sw.js").catch(() => undefined);
}

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <SavingContext value={saving}>
          <App />
        </SavingContext>
      </Provider>
    </StrictMode>,
  );
}
