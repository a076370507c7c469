import { useEffect, useState } from "react";

/** What a desk tool was left with stays in this browser. `read` refuses what an older version may have kept. */
export function useKept<T>(key: string, initial: () => T, read: (value: unknown) => T | null): [T, (next: T) => void] {
  const name = `ash-lever.desk.${key}`;
  const [value, setValue] = useState<T>(() => {
    try {
      return read(JSON.parse(localStorage.getItem(name) ?? "null")) ?? initial();
    } catch {
      return initial();
    }
  });
  useEffect(() => localStorage.setItem(name, JSON.stringify(value)), [name, value]);
  return [value, setValue];
}
