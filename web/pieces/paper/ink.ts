/** On paper a drawing has no style sheet: it says its own colours. */
export const INK = "#23231f";
export const QUIET = "#66655c";
export const TEAL = "#0f6f67";
