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
import { logUncaught } from "./data/eventLog";
import { keepPages } from "./data/newVersion";
import { makeStore } from "./data/store";

logUncaught();
const store = makeStore();
const saving = startSaving(store);

// The screens of a job name their stages when they arrive: those are fetched in a second round.
const idle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 2000));
idle(() => void fetchAll().then(fetchAll));

// A page that is served while it is written is not kept.
if (import.meta.env.PROD && "serviceWorker" in navigator) void keepPages();

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
