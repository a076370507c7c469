/** Hands a text to the browser as a file to keep. */
export function saveAs(name: string, content: string | Blob, type = "application/json"): void {
  const url = URL.createObjectURL(content instanceof Blob ? content : new Blob([content], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  // The browser may begin to read a moment later.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
