import { Button, Modal } from "antd";
import { useState } from "react";
import { ForReason } from "../../ui/ForReason";
import { useKeptDraft } from "../../ui/useDraft";

/** What speaks against the lever that is shown, asked for at the moment it matters. */
export interface Against {
  doubtful: boolean;
  /** Its figures are nobody's measures: that speaks neither for nor against it, and is asked all the same. */
  unmeasured?: boolean;
  doubts: () => readonly string[];
}

/** Decides for a lever; one that something speaks against is fitted for a reason, which goes on the record. */
export function FitKey({
  name,
  label,
  small,
  disabled,
  doubtful,
  unmeasured,
  doubts,
  onFit,
}: {
  /** Tells its reason, typed and not sent, from others. */
  name: string;
  label: string;
  small?: boolean;
  disabled?: boolean;
  onFit: (reason: string) => void;
} & Against) {
  const [against, setAgainst] = useState<readonly string[] | null>(null);
  const [reason, setReason] = useKeptDraft(`fit ${name}`);
  const fit = (why: string): void => {
    setAgainst(null);
    setReason("");
    onFit(why);
  };
  return (
    <>
      <Button
        type={doubtful || small ? "default" : "primary"}
        size={small ? "small" : undefined}
        disabled={disabled}
        onClick={() => (doubtful || unmeasured ? setAgainst(doubts()) : onFit(""))}
      >
        {doubtful ? `${label} all the same` : label}
      </Button>
      <Modal
        open={against !== null}
        title={doubtful ? `${label} all the same?` : `${label} without measuring it?`}
        footer={null}
        width={520}
        onCancel={() => setAgainst(null)}
      >
        <ul className="howsteps">
          {against?.map((a) => (
            <li key={a} className="brk">
              {a.charAt(0).toUpperCase() + a.slice(1)}.
            </li>
          ))}
        </ul>
        <div className="outcomes">
          <ForReason
            prompt="Why it is fitted all the same"
            example="the owner knows it, and wants it so"
            label={`${label} for this reason`}
            reason={reason}
            onReason={setReason}
            onDone={fit}
          />
        </div>
      </Modal>
    </>
  );
}
