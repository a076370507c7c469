import { Button } from "antd";
import { useSyncExternalStore } from "react";
import { newVersion, onNewVersion } from "../data/newVersion";
import css from "./app.module.css";

/** A newer version of the program is there: it is loaded when the person says so. */
export function NewVersion() {
  const load = useSyncExternalStore(onNewVersion, newVersion);
  if (!load) return null;
  return (
    <div className={css.newer} role="status">
      <span>A newer version is here. Load it; nothing is lost.</span>
      <Button size="small" onClick={load}>
        Load the newer version
      </Button>
    </div>
  );
}
