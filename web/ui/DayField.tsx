import { Popover } from "antd";
import { useState } from "react";
import { readDay } from "../format/dates";
import { late } from "./late";
import { Press } from "./Press";
import { TextField } from "./TextField";
import css from "./dayCalendar.module.css";

const DayCalendar = late(() => import("./DayCalendar").then((m) => m.DayCalendar));

/**
 * A calendar day, typed as 2025-06-02, or where that will do a month, 2004-03 or 03/2004, or tapped in a calendar; may
 * be left empty.
 */
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
  const [open, setOpen] = useState(false);
  const [taps, setTaps] = useState(0);
  const accepted = month ? "accepted: 2004-03, 03/2004, or a day like 2025-06-02" : "accepted: a day like 2025-06-02";
  const calendar = (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      destroyOnHidden
      content={
        <DayCalendar
          value={value}
          onPick={(day) => {
            setOpen(false);
            onCommit(day);
            setTaps(taps + 1);
          }}
        />
      }
    >
      <Press className={css.open} aria-label="Calendar" aria-expanded={open}>
        <svg width="16" height="16" viewBox="0 0 16 16" fill="none" stroke="currentColor" aria-hidden="true">
          <path d="M2.5 4h11v9.5h-11zM2.5 7h11M5.5 2.2v3M10.5 2.2v3" />
        </svg>
      </Press>
    </Popover>
  );
  return (
    // A tap takes the place of whatever stood there half typed or refused.
    <TextField
      key={taps}
      label={label}
      value={value ?? ""}
      placeholder={month ? "2004-03" : "2025-06-02"}
      suffix={calendar}
      check={(text) => (!text || readDay(text, month) ? undefined : accepted)}
      onCommit={(text) => onCommit(readDay(text, month))}
    />
  );
}
