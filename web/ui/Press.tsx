import type { ComponentProps } from "react";

/** A part of a screen that can be pressed and has a look of its own. It never sends a form. */
export function Press(props: ComponentProps<"button">) {
  return <button type="button" {...props} />;
}
