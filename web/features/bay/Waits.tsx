import { useEffect } from "react";
import { capital } from "../../format/grammar";
import type { Bay } from "./useBay";
import { runningText } from "./useSeconds";
import css from "./bay.module.css";

/** Waits that run: what for, how long still, and how far they are. */
export function Waits({ bay, now }: { bay: Bay; now: number }) {
  const running = bay.waits.filter((w) => Date.parse(w.until) > now);
  if (!running.length) return null;
  return (
    <>
      {running.map((w) => {
        const [from, until] = [Date.parse(w.from), Date.parse(w.until)];
        const part = Math.max(0, Math.min(1, (now - from) / (until - from)));
        return (
          <div key={w.step.id} className={css.wait}>
            <p>
              <b>{capital(w.step.facts?.waitFor || w.step.text)}</b>
              <span>
                {runningText(until - now)} <small>left</small>
              </span>
            </p>
            <div className={css.bar}>
              <i style={{ width: `${part * 100}%` }} />
            </div>
          </div>
        );
      })}
    </>
  );
}

/** A wait that ends says so, where the browser may. */
export function useWaitNotices(bay: Bay): void {
  const running = bay.waits.map((w) => `${w.until} ${w.step.facts?.waitFor ?? ""}`).join("\n");
  useEffect(() => {
    const now = Date.now();
    const [next] = running
      .split("\n")
      .filter((w) => Date.parse(w.slice(0, 24)) > now)
      .sort();
    if (!next || typeof Notification === "undefined") return;
    if (Notification.permission === "default") void Notification.requestPermission();
    const timer = setTimeout(
      () => {
        if (Notification.permission !== "granted") return;
        new Notification("Time is up", { body: next.slice(25) || "The wait is over." });
      },
      Math.min(2 ** 31 - 1, Date.parse(next.slice(0, 24)) - now),
    );
    return () => clearTimeout(timer);
  }, [running]);
}
