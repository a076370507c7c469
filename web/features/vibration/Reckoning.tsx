import { Button } from "antd";
import { useReckoned } from "../../worker";

/** While a spectrum is reckoned: the bar, and a way to call it off; or why there is none. */
export function Reckoning({
  failed,
  cancelled,
  reckoning,
  onCancel,
  onAgain,
}: {
  failed: string | null;
  cancelled: boolean;
  /** Which reckoning is waited for. */
  reckoning: string;
  onCancel: () => void;
  onAgain: () => void;
}) {
  const part = useReckoned(reckoning);
  if (failed || cancelled) {
    return (
      <div className="vwait" role="alert">
        <p>{failed ? `This recording cannot be reckoned: ${failed}.` : "Called off."}</p>
        <Button size="small" onClick={onAgain}>
          Reckon again
        </Button>
      </div>
    );
  }
  return (
    <div className="vwait">
      <p className="lb">Reckoning the spectrum</p>
      <progress max={1} value={part} aria-label="Reckoning the spectrum" />
      <Button size="small" onClick={onCancel}>
        Call off
      </Button>
    </div>
  );
}
