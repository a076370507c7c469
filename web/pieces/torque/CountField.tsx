import { Button } from "antd";
import { boundsOf, resources } from "../../../contract";
import { NumberField } from "../../ui/NumberField";
import css from "./torque.module.css";

/** Counts that most groups have: the one that differs on this vehicle is one tap away. */
const USUAL = [1, 2, 3, 4, 5, 6, 8, 12];

const BOUNDS = boundsOf(resources.torqueGroup, "count");

/** How many fasteners there are: a usual count in one tap, any other typed. */
export function CountField({
  count,
  of,
  onCommit,
}: {
  count: number;
  /** What they hold. */
  of: string;
  onCommit: (count: number) => void;
}) {
  return (
    <div className={css.count}>
      <NumberField
        label="fasteners"
        value={count}
        {...BOUNDS}
        whole
        unit=""
        whileTyping={false}
        onCommit={(next) => onCommit(next ?? 1)}
      />
      <span role="group" aria-label={`How many: ${of}`}>
        {USUAL.map((n) => (
          <Button
            key={n}
            size="small"
            aria-label={n === 1 ? "1 fastener" : `${n} fasteners`}
            aria-pressed={n === count}
            onClick={() => n !== count && onCommit(n)}
          >
            {n}
          </Button>
        ))}
      </span>
    </div>
  );
}
