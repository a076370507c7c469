function click(href: string, name: string): void {
  const link = document.createElement("a");
  link.href = href;
  link.download = name;
  link.click();
}

/** Hands a text to the browser as a file to keep. */
export function saveAs(name: string, content: string | Blob, type = "application/json"): void {
  const url = URL.createObjectURL(content instanceof Blob ? content : new Blob([content], { type }));
  click(url, name);
  // The browser may begin to read a moment later.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Has the browser fetch a file and keep it, under the name it is sent with. */
export const fetchAs = (href: string): void => click(href, "");
