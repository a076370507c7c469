import { create } from "qrcode";
import { useMemo } from "react";
import css from "./bay.module.css";

/** A code that opens this step again, with the words for the bag. */
export function BagLabel({ href, name, tag, step }: { href: string; name: string; tag: string; step: string }) {
  const { path, size } = useMemo(() => {
    const { modules } = create(href, { errorCorrectionLevel: "M" });
    let d = "";
    for (let r = 0; r < modules.size; r += 1)
      for (let c = 0; c < modules.size; c += 1) if (modules.get(r, c)) d += `M${c} ${r}h1v1h-1z`;
    return { path: d, size: modules.size };
  }, [href]);
  return (
    <span className={css.label}>
      <svg viewBox={`-2 -2 ${size + 4} ${size + 4}`} role="img" aria-label={`Code of the bag ${name}, opens this step`}>
        <path d={path} />
      </svg>
      <span>
        <b>{name}</b>
        <span>{tag}</span>
        <span>{step}</span>
      </span>
    </span>
  );
}
