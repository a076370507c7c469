import { Select } from "antd";
import type { Shop } from "../../../contract";
import { minuteOfDay } from "../../../core";
import { USUAL_HOURS } from "../../../domain";
import { TextField } from "../../ui/TextField";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** When the shop works: plans are drawn over these hours, and no step runs past closing. */
export function Hours({ shop, onChange }: { shop: Shop; onChange: (fields: Partial<Shop>, what: string) => void }) {
  const hours = shop.hours ?? USUAL_HOURS;
  const patch = (next: Partial<typeof hours>, what: string): void => onChange({ hours: { ...hours, ...next } }, what);
  const check =
    (other: string, after: boolean) =>
    (text: string): string | undefined => {
      const [at, than] = [minuteOfDay(text), minuteOfDay(other)];
      if (at === null || at >= 24 * 60) return "a time like 08:00";
      return than !== null && (after ? at > than : at < than)
        ? undefined
        : `a time ${after ? "after" : "before"} ${other}`;
    };
  return (
    <section className="sect" aria-label="Working hours">
      <h2 className="hd2">
        Working hours{" "}
        <span className="lb">plans are drawn over them{shop.hours ? "" : "; these are the usual ones"}</span>
      </h2>
      <div className="fields">
        {(["from", "to"] as const).map((end) => (
          <TextField
            key={end}
            label={end}
            value={hours[end]}
            required
            whileTyping={false}
            check={check(hours[end === "from" ? "to" : "from"], end === "to")}
            onCommit={(text) => patch({ [end]: text }, `Works ${end} ${text}`)}
          />
        ))}
      </div>
      <Select
        mode="multiple"
        style={{ width: "100%" }}
        aria-label="Working days"
        value={hours.days}
        options={DAYS.map((label, i) => ({ value: i + 1, label }))}
        onChange={(days: number[]) => days.length && patch({ days: [...days].sort((a, b) => a - b) }, "Working days")}
      />
    </section>
  );
}
