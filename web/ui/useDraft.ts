import { useCallback, useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from "react";

/** What is typed is kept after a pause of this length, and while typing goes on at least this often, ms. */
const PAUSE_MS = 800;
const LONGEST_MS = 2500;

/** Fields in which something is typed that is not kept yet. */
const typing = new Set<() => void>();

/** Keeps everything that is being typed: the page is about to go. */
export function saveDrafts(): void {
  for (const save of [...typing]) save();
}

/** Fields whose text is not kept: it is still being typed, or it will not do. */
const unkept = new Map<object, "typing" | "refused">();
const listeners = new Set<() => void>();

function mark(field: object, state: "typing" | "refused" | null): void {
  if ((unkept.get(field) ?? null) === state) return;
  if (state) unkept.set(field, state);
  else unkept.delete(field);
  for (const listener of listeners) listener();
}

/** Whether anything typed is not kept yet: "typing" where it will be in a moment, "refused" where it will not do. */
export const useUnkept = (): "typing" | "refused" | null =>
  useSyncExternalStore(
    (listener) => (listeners.add(listener), () => listeners.delete(listener)),
    () => {
      const states = [...unkept.values()];
      return states.includes("typing") ? "typing" : (states[0] ?? null);
    },
  );

interface Draft {
  /** The text while it is being typed; null where the field shows its value. */
  draft: string | null;
  type: (text: string) => void;
  /** The field is left, or Enter was pressed. */
  leave: () => void;
  /** Esc: back to what it was before typing began. */
  cancel: () => void;
}

/**
 * Text on its way from a field to its record.
 *
 * `save` keeps the text where it will do and says whether it did; it is called after a pause in typing, when the field is
 * left, and when field or page go away. The field goes on showing what was typed until it is left. With `whileTyping`
 * off nothing is kept at a pause: for names that other things are found by, half a name would do harm.
 */
export function useDraft(save: (text: string) => boolean, shown: string, whileTyping = true): Draft {
  const [draft, setDraft] = useState<string | null>(null);
  const now = useRef({ save, shown, draft, whileTyping });
  useLayoutEffect(() => {
    now.current = { save, shown, draft, whileTyping };
  });
  const session = useRef<{ before: string; saved: string | null; since: number } | null>(null);
  const pause = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  /** Saves a text once: what others made of the value since is not overwritten by leaving the field. */
  const keep = useCallback((text: string): boolean => {
    const s = session.current;
    if (s && s.saved === text) return true;
    const kept = now.current.save(text);
    mark(now, kept ? null : "refused");
    if (kept && s) s.saved = text;
    return kept;
  }, []);

  useEffect(() => {
    const flush = (): void => {
      const { draft: text } = now.current;
      if (text !== null) keep(text);
    };
    typing.add(flush);
    return () => {
      typing.delete(flush);
      clearTimeout(pause.current);
      flush();
      mark(now, null);
    };
  }, [keep]);

  const done = (): void => {
    clearTimeout(pause.current);
    session.current = null;
    // At once: what the saving does may take the field away before it is drawn again.
    now.current.draft = null;
    mark(now, null);
    setDraft(null);
  };
  return {
    draft,
    type: (text) => {
      session.current ??= { before: shown, saved: null, since: Date.now() };
      setDraft(text);
      mark(now, "typing");
      clearTimeout(pause.current);
      if (!whileTyping) return;
      const left = Math.max(0, session.current.since + LONGEST_MS - Date.now());
      pause.current = setTimeout(
        () => {
          const { draft: latest } = now.current;
          if (latest !== null) keep(latest);
          if (session.current) session.current.since = Date.now();
        },
        Math.min(PAUSE_MS, left),
      );
    },
    leave: () => {
      if (draft !== null && keep(draft)) done();
    },
    cancel: () => {
      const s = session.current;
      if (s && s.saved !== null && s.saved !== s.before) now.current.save(s.before);
      done();
    },
  };
}

const PREFIX = "ash-lever.draft.";

const keyOf = (name: string): string => `${PREFIX}${location.pathname}#${name}`;

/** A line that was typed and not added: where, what its field is called, and what is in it. */
export interface KeptDraft {
  path: string;
  name: string;
  text: string;
}

/** Everything that was typed in this browser and not added, at any address. */
function readKept(): KeptDraft[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(PREFIX))
      .sort()
      .flatMap((key) => {
        const [path, ...name] = key.slice(PREFIX.length).split("#");
        const text = localStorage.getItem(key) ?? "";
        return text ? [{ path, name: name.join("#"), text }] : [];
      });
  } catch {
    return [];
  }
}

let kept: KeptDraft[] | null = null;
const keptListeners = new Set<() => void>();
function keptChanged(): void {
  kept = null;
  for (const listener of keptListeners) listener();
}

/** Lines that were typed and not added, of all screens: they are not in the book, and the head of a page says so. */
export const useKeptDrafts = (): readonly KeptDraft[] =>
  useSyncExternalStore(
    (listener) => {
      keptListeners.add(listener);
      window.addEventListener("storage", keptChanged);
      return () => {
        keptListeners.delete(listener);
        window.removeEventListener("storage", keptChanged);
      };
    },
    () => (kept ??= readKept()),
  );

/** Lets a kept draft of any address go. */
export function dropDraft({ path, name }: KeptDraft): void {
  try {
    localStorage.removeItem(`${PREFIX}${path}#${name}`);
  } catch {
    // A browser that keeps nothing has nothing to let go.
  }
  keptChanged();
}

/** Lets a kept draft go from outside its field: what it was for has been done. */
export function forgetDraft(name: string): void {
  dropDraft({ path: location.pathname, name, text: "" });
}

/**
 * Text of a line that is not added yet. It stays in this browser until it is added or emptied: a reload, a closed tab
 * or a look at another stage does not lose it. `name` tells it from others at the same address.
 */
export function useKeptDraft(name: string): [text: string, setText: (text: string) => void] {
  const key = keyOf(name);
  const [text, setText] = useState(() => {
    try {
      return localStorage.getItem(key) ?? "";
    } catch {
      return "";
    }
  });
  const set = (next: string): void => {
    setText(next);
    try {
      if (next) localStorage.setItem(key, next);
      else localStorage.removeItem(key);
    } catch {
      // A browser that keeps nothing: it lives as long as the screen.
    }
    keptChanged();
  };
  return [text, set];
}
