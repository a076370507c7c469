import { readDay } from "../format/dates";
import { TextField } from "./TextField";

/** A calendar day, typed as 2025-06-02, or where that will do a month, 2004-03 or 03/2004; may be left empty. */
export function DayField({
  label,
  value,
  month = false,
  onCommit,
}: {
  label: string;
  value: string | null;
  month?: boolean;
  onCommit: (value: string | null) => void;
}) {
  const accepted = month ? "accepted: 2004-03, 03/2004, or a day like 2025-06-02" : "accepted: a day like 2025-06-02";
  return (
    <TextField
      label={label}
      value={value ?? ""}
      placeholder={month ? "2004-03" : "2025-06-02"}
      check={(text) => (!text || readDay(text, month) ? undefined : accepted)}
      onCommit={(text) => onCommit(readDay(text, month))}
    />
  );
}
