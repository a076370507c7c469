import { Button } from "antd";
import { boundsOf, resources, type Shop, type TorqueTool } from "../../../contract";
import { calibratedUntil } from "../../../domain";
import { newId } from "../../data/saving";
import { todayHere } from "../../format/dates";
import { dateText } from "../../format/words";
import { freeName, rowEdits } from "../../ui/RowsEditor";
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
  const today = todayHere();
  const edits = (what: string) => rowEdits(tools, (rows) => onChange({ tools: rows }, what));
  const patch = (i: number, next: Partial<TorqueTool>): void => edits(`${tools[i].name} changed`).patch(i, next);
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
              <ShapeFields
                shape={resources.shop}
                within="tools[]"
                value={t}
                onChange={(next) => patch(i, next)}
                fields={[
                  { at: "serial", label: "serial number", words: true },
                  { at: "calibrated", label: "calibrated", day: "day" },
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
              <Button size="small" aria-label={`Remove ${t.name}`} onClick={() => edits(`${t.name} removed`).take(i)}>
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
            edits("One torque tool more").add({
              id: newId(),
              name: freeName(names, tools.length + 1, (n) => `Wrench ${n}`),
              serial: "",
              minNm: null,
              maxNm: 100,
              deviationPct: null,
              calibrated: null,
              everyMonths: 12,
            })
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
