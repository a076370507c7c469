/** Fonts that are in the file, each as the bytes it comes as: the first that has a letter writes it. */
export interface Fonts {
  regular: ArrayBuffer[];
  bold: ArrayBuffer[];
}

/** What of a font is asked: whether it has a letter. */
interface Letters {
  hasGlyphForCodePoint(code: number): boolean;
}

/** Letters that no font of ours has are written so. */
const MISSING = "?";

/** Cuts a text where the font changes; `has` says for each font whether it knows a letter. */
export function inFonts(text: string, fonts: readonly Letters[]): { font: number; text: string }[] {
  const out: { font: number; text: string }[] = [];
  for (const letter of text) {
    // Thin spaces hold a figure together on screen; the fonts have the plain one.
    const plain = /[\u00a0\u202f\u2009]/.test(letter) ? " " : letter;
    const found = fonts.findIndex((f) => f.hasGlyphForCodePoint(plain.codePointAt(0) ?? 0));
    const last = out.at(-1);
    const [font, say] = found < 0 ? [0, MISSING] : [found, plain];
    if (last?.font === font) last.text += say;
    else out.push({ font, text: say });
  }
  return out;
}
