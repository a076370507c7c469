import { Button, Calendar } from "antd";
import monday from "antd/es/calendar/locale/en_GB";
import dayjs from "dayjs";
import "dayjs/locale/en-gb";
import css from "./dayCalendar.module.css";

const MONTH = "MMMM YYYY";

/** A month of days to tap; what is chosen is marked, today where nothing is. */
export function DayCalendar({ value, onPick }: { value: string | null; onPick: (day: string) => void }) {
  return (
    <div className={css.calendar}>
      <Calendar
        fullscreen={false}
        locale={monday}
        defaultValue={dayjs(value ?? undefined)}
        onSelect={(day, { source }) => source === "date" && onPick(day.format("YYYY-MM-DD"))}
        headerRender={({ value: shown, onChange }) => (
          <div className={css.head}>
            <Button size="small" aria-label="Month before" onClick={() => onChange(shown.subtract(1, "month"))}>
              ‹
            </Button>
            <b aria-live="polite">{shown.format(MONTH)}</b>
            <Button size="small" aria-label="Month after" onClick={() => onChange(shown.add(1, "month"))}>
              ›
            </Button>
          </div>
        )}
      />
    </div>
  );
}
