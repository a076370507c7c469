import { useEffect, useState } from "react";

/** The time, ms since 1970, to the second while somebody looks. */
export function useSeconds(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

const pad = (n: number): string => String(n).padStart(2, "0");

/** "22:10", or "1:02:10" from an hour on. A clock that was put back counts from nothing. */
export function runningText(ms: number): string {
  const s = Math.max(0, Math.floor(ms / 1000));
  const h = Math.floor(s / 3600);
  return `${h ? `${h}:` : ""}${h ? pad(Math.floor(s / 60) % 60) : Math.floor(s / 60)}:${pad(s % 60)}`;
}
