import { Select } from "antd";
import { likelihoodWords, type Knowledge, type Likelihood, type LikelihoodWord } from "../../../core";
import { NumberField } from "../../ui/NumberField";

export const WORD_NAMES: Record<LikelihoodWord, string> = {
  never: "never",
  rarely: "rarely",
  sometimes: "sometimes",
  often: "often",
  nearlyAlways: "nearly always",
};

type Choice = LikelihoodWord | "own" | "number";

/** How likely something is: a word, a percentage, or where it is allowed, no word of its own. */
export function LikelihoodField({
  label,
  value,
  words,
  fallback,
  onChange,
}: {
  label: string;
  /** null: the pair takes the observation's own rate. */
  value: Likelihood | null;
  words: Knowledge["words"];
  /** What an emptied cell means, in words; absent: it may not be emptied. */
  fallback?: string;
  onChange: (value: Likelihood | null) => void;
}) {
  const chosen: Choice = value === null ? "own" : typeof value === "number" ? "number" : value;
  return (
    <span className="row-flex" style={{ gap: 6 }}>
      <Select<Choice>
        aria-label={label}
        size="small"
        value={chosen}
        style={{ width: chosen === "number" ? 96 : 176 }}
        popupMatchSelectWidth={false}
        onChange={(next) =>
          onChange(next === "own" ? null : next === "number" ? numberOf(value, words) : (next as LikelihoodWord))
        }
        options={[
          ...(fallback ? [{ value: "own" as const, label: fallback }] : []),
          ...likelihoodWords.map((w) => ({ value: w, label: `${WORD_NAMES[w]}, ${Math.round(words[w] * 100)} %` })),
          { value: "number" as const, label: "a figure" },
        ]}
      />
      {typeof value === "number" && (
        <span style={{ width: 88 }}>
          <NumberField
            label={`${label}, figure`}
            hideLabel
            value={Number((value * 100).toFixed(1))}
            min={0.1}
            max={99.9}
            unit="%"
            digits={1}
            onCommit={(pct) => pct !== null && onChange(pct / 100)}
          />
        </span>
      )}
    </span>
  );
}

const numberOf = (value: Likelihood | null, words: Knowledge["words"]): number =>
  value === null ? words.rarely : typeof value === "number" ? value : words[value];
