import { ConfigProvider } from "antd";
import { useEffect, useSyncExternalStore } from "react";
import { RouterProvider } from "react-router";
import { UnitContext } from "../format/units";
import { useShopQuery } from "../data/api";
import { useAppSelector } from "../data/hooks";
import { oneWithPending } from "../data/saving";
import { router } from "./router";
import { themeOf } from "./theme";

/** A media query as state. */
function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (notify) => {
      const list = matchMedia(query);
      list.addEventListener("change", notify);
      return () => list.removeEventListener("change", notify);
    },
    () => matchMedia(query).matches,
  );
}

/** Theme, units and routes round everything. */
export function App() {
  const chosen = useAppSelector((s) => s.session.theme);
  const systemDark = useMedia("(prefers-color-scheme: dark)");
  const still = useMedia("(prefers-reduced-motion: reduce)");
  const mode = chosen === "system" ? (systemDark ? "dark" : "light") : chosen;
  const { data } = useShopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  useEffect(() => {
    document.documentElement.classList.toggle("dark", mode === "dark");
  }, [mode]);
  const units = data ? oneWithPending(data.shop, "shop", pending).units : "metric";
  return (
    <ConfigProvider theme={themeOf(mode, !still)} wave={{ disabled: true }} button={{ autoInsertSpace: false }}>
      <UnitContext value={units}>
        <RouterProvider router={router} />
      </UnitContext>
    </ConfigProvider>
  );
}
