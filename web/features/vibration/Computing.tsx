import { Button } from "antd";
import { usePart, type Task, type TaskName } from "../../worker";
import css from "./vibration.module.css";

/** While a spectrum is calculated: the bar, and a way to cancel it; or why there is none. */
export function Computing({
  failed,
  cancelled,
  task,
  onCancel,
  onAgain,
}: {
  failed: string | null;
  cancelled: boolean;
  /** The calculation that is waited for. */
  task: Task<TaskName>;
  onCancel: () => void;
  onAgain: () => void;
}) {
  const part = usePart(task);
  if (failed || cancelled) {
    return (
      <div className={css.vwait} role="alert">
        <p>{failed ? `This recording cannot be calculated: ${failed}.` : "Cancelled."}</p>
        <Button size="small" onClick={onAgain}>
          Calculate again
        </Button>
      </div>
    );
  }
  return (
    <div className={css.vwait}>
      <p className="lb">Calculating the spectrum</p>
      <progress max={1} value={part} aria-label="Calculating the spectrum" />
      <Button size="small" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}
