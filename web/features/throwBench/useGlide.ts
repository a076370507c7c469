import { useEffect, useRef, useState } from "react";

/** Time to put the lever from one gear into another. */
const GLIDE_MS = 260;

/** Moves a number to its goal while motion is welcome; at once where it is not. */
export function useGlide(goals: number[]): number {
  const [shown, setShown] = useState(goals[goals.length - 1]);
  const from = useRef(shown);
  const key = goals.join();
  useEffect(() => {
    const path = [from.current, ...key.split(",").map(Number)];
    const last = path[path.length - 1];
    if (matchMedia("(prefers-reduced-motion: reduce)").matches || path.every((v) => v === last)) {
      from.current = last;
      setShown(last);
      return;
    }
    let frame = 0;
    const begun = performance.now();
    const tick = (now: number): void => {
      // A frame's time is when it began, which may lie before the effect ran.
      const t = Math.min(1, Math.max(0, (now - begun) / GLIDE_MS));
      const leg = Math.min(path.length - 2, Math.floor(t * (path.length - 1)));
      const k = t * (path.length - 1) - leg;
      const eased = k * k * (3 - 2 * k);
      const value = t === 1 ? last : path[leg] + (path[leg + 1] - path[leg]) * eased;
      from.current = value;
      setShown(value);
      if (t < 1) frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [key]);
  return shown;
}
