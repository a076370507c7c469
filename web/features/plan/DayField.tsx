import { TextField } from "../../ui/TextField";
import { day } from "../../../contract";

/** A calendar day, typed as 2025-06-02; may be left empty. */
export function DayField({
  label,
  value,
  onCommit,
}: {
  label: string;
  value: string | null;
  onCommit: (value: string | null) => void;
}) {
  return (
    <TextField
      label={label}
      value={value ?? ""}
      placeholder="2025-06-02"
      check={(text) => (!text || day.safeParse(text).success ? undefined : "accepted: a day like 2025-06-02")}
      onCommit={(text) => onCommit(text || null)}
    />
  );
}
