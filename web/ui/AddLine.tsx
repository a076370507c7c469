import { Button, Input } from "antd";
import { useKeptDraft } from "./useDraft";

/** Type a name, Enter, and the next one. What is not added yet survives a reload. */
export function AddLine({ label, max = 80, onAdd }: { label: string; max?: number; onAdd: (text: string) => void }) {
  const [text, setText] = useKeptDraft(label);
  const add = (): void => {
    const name = text.trim();
    if (!name) return;
    onAdd(name.slice(0, max));
    setText("");
  };
  return (
    <div className="addline">
      <Input
        aria-label={label}
        placeholder={label}
        value={text}
        maxLength={max}
        onChange={(e) => setText(e.target.value)}
        onPressEnter={add}
      />
      <Button onClick={add} disabled={!text.trim()}>
        Add
      </Button>
    </div>
  );
}
