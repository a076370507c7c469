import { Button, Input } from "antd";

/** Goes on with what speaks against itself, for a reason that is kept with it. */
export function ForReason({
  prompt,
  example,
  label,
  reason,
  onReason,
  onDone,
}: {
  /** What the reason is of. */
  prompt: string;
  example: string;
  /** The key's words. */
  label: string;
  reason: string;
  onReason: (reason: string) => void;
  onDone: (reason: string) => void;
}) {
  return (
    <>
      <Input.TextArea
        aria-label={prompt}
        placeholder={`${prompt}: ${example}`}
        maxLength={400}
        value={reason}
        onChange={(e) => onReason(e.target.value)}
      />
      <Button danger disabled={!reason.trim()} onClick={() => onDone(reason.trim())}>
        {label}
      </Button>
    </>
  );
}
