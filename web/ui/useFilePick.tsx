import { useRef } from "react";

/**
 * The browser's own file picker, opened by a key that looks as ours do; the same file can be taken twice running.
 * `field` is put on the page, where nobody sees it; `onFiles` is told of one file at least.
 */
export function useFilePick(
  accept: string,
  label: string,
  onFiles: (files: File[]) => void,
): { pick: () => void; field: React.ReactNode } {
  const input = useRef<HTMLInputElement>(null);
  return {
    pick: () => input.current?.click(),
    field: (
      <input
        ref={input}
        type="file"
        hidden
        accept={accept}
        aria-label={label}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = "";
          if (files.length) onFiles(files);
        }}
      />
    ),
  };
}
