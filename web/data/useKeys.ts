import { useEffect } from "react";
import { useShopQuery } from "./api";

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName) || target.role === "combobox");

/** "g y" are two strokes; "Ctrl+z" and "Shift+ArrowUp" name their modifiers. */
export const strokeOf = (event: KeyboardEvent): string => {
  const parts: string[] = [];
  if (event.ctrlKey || event.metaKey) parts.push("Ctrl");
  if (event.shiftKey && event.key.length > 1) parts.push("Shift");
  if (event.shiftKey && (event.ctrlKey || event.metaKey)) parts.push("Shift");
  return [...new Set([...parts, event.key.length === 1 ? event.key.toLowerCase() : event.key])].join("+");
};

/** A dialog keeps the keys to itself for as long as it can be seen. */
const dialogIsOpen = (): boolean =>
  [...document.querySelectorAll(".ant-modal")].some((dialog) => dialog.checkVisibility());

/** Longest pause between the two strokes of a pair. */
const PAIR_MS = 1200;

/** Keys of a screen. None fires while a person types; single keys can be switched off in Shop. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>, enabled = true): void {
  const { data } = useShopQuery();
  const singles = data?.shop.singleKeys ?? true;
  useEffect(() => {
    if (!enabled) return;
    let first = "";
    let at = 0;
    const listen = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.altKey || dialogIsOpen()) return;
      const stroke = strokeOf(event);
      const modified = stroke.startsWith("Ctrl+");
      if (!modified && !singles) return;
      const pair = Date.now() - at < PAIR_MS ? `${first} ${stroke}` : "";
      const act = keys[pair] ?? keys[stroke];
      [first, at] = [stroke, Date.now()];
      if (!act) return;
      event.preventDefault();
      first = "";
      act(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [keys, enabled, singles]);
}
