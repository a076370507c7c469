import { useEffect, useRef } from "react";

/** Tells whoever asked whether a field's text will do, when that changes. */
export function useTold(ok: boolean, onDraft?: (ok: boolean) => void): void {
  const told = useRef(onDraft);
  useEffect(() => {
    told.current = onDraft;
  });
  useEffect(() => told.current?.(ok), [ok]);
}
