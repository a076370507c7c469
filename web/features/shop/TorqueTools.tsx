import { Button } from "antd";
import { boundsOf, resources, type Shop, type TorqueTool } from "../../../contract";
import { calibratedUntil } from "../../../domain";
import { newId } from "../../data/saving";
import { dateText } from "../../format/words";
import { DayField } from "../../ui/DayField";
import { freeName } from "../../ui/RowsEditor";
import { ShapeFields } from "../../ui/ShapeFields";
import { TextField } from "../../ui/TextField";
import css from "./shop.module.css";

/** The torque tools on the wall: what each reaches, how far it may be off, and until when it is calibrated. */
export function TorqueTools({
  shop,
  onChange,
}: {
  shop: Shop;
  onChange: (fields: Partial<Shop>, what: string) => void;
}) {
  const { tools } = shop;
  const today = new Date().toISOString().slice(0, 10);
  const patch = (i: number, next: Partial<TorqueTool>): void =>
    onChange({ tools: tools.map((t, k) => (k === i ? { ...t, ...next } : t)) }, `${tools[i].name} changed`);
  const names = new Set(tools.map((t) => t.name));
  return (
    <section className="sect" aria-label="Torque tools">
      <h2 className="hd2">
        Torque tools <span className="lb">what each reaches, and its calibration</span>
      </h2>
      {tools.map((t, i) => {
        const until = calibratedUntil(t);
        return (
          <fieldset key={t.id} className={css.tool}>
            <legend className="rt">{t.name}</legend>
            <div className="fields">
              <TextField
                label="name"
                whileTyping={false}
                required
                max={boundsOf(resources.shop, "tools[].name").max}
                value={t.name}
                onCommit={(name) => patch(i, { name })}
              />
              <TextField label="serial number" value={t.serial} onCommit={(serial) => patch(i, { serial })} />
              <DayField label="calibrated" value={t.calibrated} onCommit={(calibrated) => patch(i, { calibrated })} />
              <ShapeFields
                shape={resources.shop}
                within="tools[]"
                value={t}
                onChange={(next) => patch(i, next)}
                fields={[
                  { at: "minNm", label: "smallest", kind: "torque", clears: true, hint: "a fifth of the greatest" },
                  { at: "maxNm", label: "greatest", kind: "torque" },
                  { at: "deviationPct", label: "deviation", unit: "%, by its certificate", clears: true },
                  { at: "everyMonths", label: "calibrated every", unit: "months", whole: true },
                ]}
              />
            </div>
            <p className="row-flex">
              <span className={until !== null && until >= today ? "lb" : "lb brk"}>
                {until === null
                  ? "No calibration is recorded."
                  : until >= today
                    ? `Calibration is good until ${dateText(until)}.`
                    : `Calibration was over on ${dateText(until)}.`}
              </span>
              <span className="push" />
              <Button
                size="small"
                aria-label={`Remove ${t.name}`}
                onClick={() => onChange({ tools: tools.filter((_, k) => k !== i) }, `${t.name} removed`)}
              >
                Remove
              </Button>
            </p>
          </fieldset>
        );
      })}
      {tools.length < 60 && (
        <Button
          size="small"
          onClick={() =>
            onChange(
              {
                tools: [
                  ...tools,
                  {
                    id: newId(),
                    name: freeName(names, tools.length + 1, (n) => `Wrench ${n}`),
                    serial: "",
                    minNm: null,
                    maxNm: 100,
                    deviationPct: null,
                    calibrated: null,
                    everyMonths: 12,
                  },
                ],
              },
              "One torque tool more",
            )
          }
        >
          Add a torque tool
        </Button>
      )}
      {!tools.length && (
        <p className="lb">
          With its range and deviation the torque board says whether a reading proves the torque at the bolt.
        </p>
      )}
    </section>
  );
}
