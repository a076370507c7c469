import { useUnits } from "../../format/units";
import { SlotSwitch } from "../../ui/slots";
import type { BenchSetup } from "../../../domain";
import type { LeverAnswer } from "../../../core";
import type { SetupPatch } from "./benchProps";
import { Press } from "../../ui/Press";
import css from "./throwBench.module.css";

/** The levers on the bench, the old one first: which is looked at, which are drawn, what each throws. */
export function LeverList({
  setups,
  levers,
  pair,
  shownId,
  chosenId,
  currency,
  onPick,
  onPatch,
}: {
  setups: BenchSetup[];
  levers: ReadonlyMap<string, LeverAnswer>;
  pair: { from: string; to: string };
  shownId: string;
  chosenId: string | null;
  currency: string;
  onPick: (id: string) => void;
  onPatch: (id: string, patch: SetupPatch, label: string) => void;
}) {
  const units = useUnits();
  const [old] = setups;
  return (
    <ul className={css.setups}>
      {setups.map((s) => {
        const t = levers.get(s.id)?.throws.find((x) => x.from === pair.from && x.to === pair.to);
        const note = s === old ? "reference" : s.id === chosenId ? "chosen" : priceText(s, currency);
        return (
          <li key={s.id} className={s.id === shownId ? "cur" : undefined}>
            <Press className={css.pick} aria-pressed={s.id === shownId} onClick={() => onPick(s.id)}>
              <LineSample kind={s === old ? "old" : s.id === shownId ? "cand" : "other"} />
              <b>{s.name}</b>
              <small>
                {note}
                <span className="n">{t?.throwMm == null ? "none" : units.bare(t.throwMm, "length")}</span>
              </small>
            </Press>
            <SlotSwitch
              on={s.shown}
              label={`Show ${s.name}`}
              onChange={(shown) => onPatch(s.id, { shown }, `${shown ? "Show" : "Hide"} ${s.name}`)}
            />
          </li>
        );
      })}
    </ul>
  );
}

const priceText = (s: BenchSetup, currency: string): string =>
  s.price === null ? s.source || "candidate" : `${s.price} ${currency}`.trim();

function LineSample({ kind }: { kind: "old" | "cand" | "other" }) {
  const stroke = { old: "var(--ochre)", cand: "var(--teal)", other: "var(--edge)" }[kind];
  return (
    <svg width="26" height="16" viewBox="0 0 26 16" aria-hidden="true">
      <path
        d="M0 8h26"
        stroke={stroke}
        strokeWidth={kind === "other" ? 1.2 : 2.4}
        strokeDasharray={kind === "old" ? "7 2.5" : undefined}
      />
    </svg>
  );
}
