import { OriginMark } from "../../ui/marks";
import type { Piece } from "./sentence";

/** A sentence of words, decisions and figures, each in its type. */
export function Pieces({ pieces }: { pieces: Piece[] }) {
  return pieces.map((p, i) =>
    typeof p === "string" ? (
      p
    ) : "mark" in p ? (
      <span key={i} className="estlead">
        <OriginMark origin={p.mark} size={16} /> {p.says}
      </span>
    ) : "strong" in p ? (
      <b key={i}>{p.strong}</b>
    ) : (
      <span key={i}>
        <span className="n">{p.figure}</span>
        {p.unit && `\u00a0${p.unit}`}
      </span>
    ),
  );
}
