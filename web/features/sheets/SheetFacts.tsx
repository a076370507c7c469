import { Modal } from "antd";
import { boundsOf, resources, shifterKinds, type Sheet, type Vehicle } from "../../../contract";
import type { Editor } from "../../data/saving";
import { LAYOUT_NAMES, SHIFTER_NAMES } from "../../format/words";
import { Geometry } from "./Geometry";
import css from "./sheets.module.css";
import { DayField } from "../../ui/DayField";
import { Choice, TextField } from "../../ui/TextField";

const KINDS = { "": "not known", ...SHIFTER_NAMES } as const;

/** What kind of vehicle the sheet is for. */
export function SheetFacts({
  sheet,
  vehicles,
  edit,
  onClose,
}: {
  sheet: Sheet;
  vehicles: readonly Vehicle[];
  edit: Editor;
  onClose: () => void;
}) {
  const patch = (data: Partial<Sheet>, what: string): void =>
    edit.update("sheet", sheet, data, `${sheet.name}: ${what}`);
  return (
    <Modal open title="What kind of vehicle" footer={null} width={640} onCancel={onClose}>
      <div className={css.facts}>
        <div className="fields">
          <TextField
            label="name of the sheet"
            value={sheet.name}
            required
            max={boundsOf(resources.sheet, "name").max}
            onCommit={(name) => patch({ name }, "name")}
          />
          {(["make", "model", "variant", "transmission", "option"] as const).map((key) => (
            <TextField
              key={key}
              label={key === "transmission" ? "gearbox" : key}
              value={sheet[key]}
              onCommit={(text) => patch({ [key]: text }, key)}
            />
          ))}
          <DayField
            month
            label="built from"
            value={sheet.builtFrom}
            onCommit={(builtFrom) => patch({ builtFrom }, "built from")}
          />
          <DayField
            month
            label="built to"
            value={sheet.builtTo}
            onCommit={(builtTo) => patch({ builtTo }, "built to")}
          />
          <Choice
            label="engine"
            value={sheet.layout}
            options={LAYOUT_NAMES}
            onChange={(layout) => patch({ layout }, LAYOUT_NAMES[layout])}
          />
          <Choice
            label="shifter"
            value={sheet.shifterKind ?? ""}
            options={KINDS}
            onChange={(kind) => patch({ shifterKind: shifterKinds.find((k) => k === kind) ?? null }, "shifter")}
          />
        </div>
        <TextField label="notes" lines={2} value={sheet.notes} onCommit={(notes) => patch({ notes }, "notes")} />
        <Geometry sheet={sheet} vehicles={vehicles} edit={edit} />
      </div>
    </Modal>
  );
}
