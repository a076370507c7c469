import "@fontsource-variable/archivo/standard.css";
import "@fontsource-variable/red-hat-mono/wght.css";
import "./ui/tokens.css";
import "./ui/base.css";
import "./ui/layout.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { App } from "./app/App";
import { SavingContext, startSaving } from "./app/saving";
import { makeStore } from "./app/store";

const store = makeStore();
const saving = startSaving(store);

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
