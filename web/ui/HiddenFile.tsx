/** The browser's own file picker, opened by a key that looks as ours do; the same file can be taken twice running. */
export function HiddenFile({
  picker,
  accept,
  label,
  onFiles,
}: {
  picker: React.RefObject<HTMLInputElement | null>;
  accept: string;
  label: string;
  /** One file at least. */
  onFiles: (files: File[]) => void;
}) {
  return (
    <input
      ref={picker}
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
  );
}
