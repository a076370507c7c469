import { Modal } from "antd";
import { resources, shifterKinds, type Sheet, type Vehicle } from "../../../contract";
import type { Editor } from "../../data/saving";
import { LAYOUT_NAMES, SHIFTER_NAMES } from "../../format/words";
import { Geometry } from "./Geometry";
import css from "./sheets.module.css";
import { ShapeFields } from "../../ui/ShapeFields";
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
          <ShapeFields
            shape={resources.sheet}
            value={sheet}
            fields={[
              { at: "name", label: "name of the sheet", words: true, what: "name" },
              { at: "make", label: "make", words: true },
              { at: "model", label: "model", words: true },
              { at: "variant", label: "variant", words: true },
              { at: "transmission", label: "gearbox", words: true },
              { at: "option", label: "option", words: true },
              { at: "builtFrom", label: "built from", day: "month" },
              { at: "builtTo", label: "built to", day: "month" },
              { at: "layout", label: "engine", options: LAYOUT_NAMES },
            ]}
            onChange={patch}
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
