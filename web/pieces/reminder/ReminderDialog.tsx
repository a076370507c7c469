import { Button, Input, Modal } from "antd";
import { useState } from "react";
import { forgetDraft, useKeptDraft } from "../../ui/useDraft";

/** A message to an owner, ready to send; what was changed in it and not sent is still there the next time. */
export function ReminderDialog({
  tag,
  about,
  usual,
  acts,
  below,
  onClose,
}: {
  tag: string;
  /** Tells this message from others: what it is about. */
  about: string;
  /** The message to begin with. */
  usual: string;
  /** Keys of the dialog beside copying; `sent` forgets the message and closes. */
  acts: (text: string, sent: () => void) => React.ReactNode;
  below?: React.ReactNode;
  onClose: () => void;
}) {
  const name = `reminder ${tag} ${about}`;
  const [kept, setKept] = useKeptDraft(name);
  const [copied, setCopied] = useState(false);
  const text = kept || usual;
  const sent = (): void => {
    forgetDraft(name);
    onClose();
  };
  return (
    <Modal
      open
      title={`${tag}: reminder to the owner`}
      width={520}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={() => void navigator.clipboard?.writeText(text).then(() => setCopied(true))}>
            {copied ? "Copied" : "Copy the text"}
          </Button>
          {acts(text, sent)}
        </>
      }
    >
      <Input.TextArea
        aria-label="Text of the reminder"
        autoSize={{ minRows: 6, maxRows: 14 }}
        maxLength={4000}
        value={text}
        onChange={(e) => setKept(e.target.value)}
      />
      {below}
    </Modal>
  );
}
