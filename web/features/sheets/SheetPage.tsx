import { Button, Input, Modal, Dropdown } from "antd";
import { useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { impactOf, partsTable, torqueTable, writeSheet } from "../../../domain";
import { lineKinds } from "../../../contract";
import { useKeys } from "../../data/useKeys";
import { builtText, LINE_KIND_NAMES } from "../../format/sheetWords";
import { SHIFTER_NAMES } from "../../format/words";
import { UndoKeys } from "../../pieces/job/UndoKeys";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { FromBelow } from "../../pieces/sheets/FromBelow";
import { LineDrawer } from "../../pieces/sheets/LineDrawer";
import { DRAWN } from "../../pieces/sheets/places";
import { saveAs } from "../../ui/saveAs";
import { Coming } from "../../ui/states";
import { GiveDialog } from "./GiveDialog";
import { ImportDialog } from "./ImportDialog";
import { PartsColumn } from "./PartsColumn";
import { SheetFacts } from "./SheetFacts";
import { SheetSays } from "./SheetSays";
import { TorqueColumn } from "./TorqueColumn";
import { useSheet } from "./useSheet";
import { VehiclesStrip } from "./VehiclesStrip";
import css from "./sheets.module.css";

type Dialog = "import" | "give" | "facts" | "bin" | null;

/** One spec sheet: what is known of a kind of vehicle, from where, and which vehicles have it. */
export function SheetPage() {
  const { sheetId = "" } = useParams();
  const navigate = useNavigate();
  const model = useSheet(sheetId);
  const { view, query, edit, shown, listed, open } = model;
  const [dialog, setDialog] = useState<Dialog>(null);
  const [vehicleId, setVehicle] = useState<string | null>(null);
  const keys = useMemo(() => ({ "Ctrl+z": edit.undo, "Ctrl+Shift+z": edit.redo }), [edit]);
  useKeys(keys);
  if (!view) {
    return <Coming query={query} rows={14} />;
  }
  const { sheet, vehicles } = view;
  const vehicle = vehicles.find((v) => v.id === vehicleId) ?? vehicles.at(0) ?? null;
  const file = sheet.name.replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase();
  const impact = open && impactOf(open.line, view);
  return (
    <>
      <title>{`${sheet.name} · Ash Lever`}</title>
      <header className="top">
        <div>
          <h1>{sheet.name}</h1>
          <span className="q">
            {[
              builtText(sheet.builtFrom, sheet.builtTo),
              sheet.transmission,
              sheet.shifterKind && SHIFTER_NAMES[sheet.shifterKind],
            ]
              .filter(Boolean)
              .join(", ")}
          </span>
        </div>
        <div className="push" />
        <UndoKeys scope={`sheet:${sheet.id}`} edit={edit} />
        <SavedState />
        <Input
          className={css.filter}
          aria-label="Group, part or number"
          placeholder="Group, part, number"
          allowClear
          maxLength={80}
          value={model.filter}
          onChange={(e) => model.setFilter(e.target.value)}
        />
        <Dropdown
          trigger={["click"]}
          menu={{
            items: [
              { key: "facts", label: "What kind of vehicle" },
              { key: "json", label: "Save as a file (JSON)" },
              { key: "torque", label: "Torque values as CSV" },
              { key: "parts", label: "Parts as CSV" },
              { key: "compare", label: "Compare with another sheet or vehicle" },
              { key: "bin", label: "Into the bin" },
            ],
            onClick: ({ key }) => {
              if (key === "json") saveAs(`${file}.json`, writeSheet(sheet, view.lines), "application/json");
              else if (key === "torque") saveAs(`${file}-torque.csv`, torqueTable(view.lines), "text/csv");
              else if (key === "parts") saveAs(`${file}-parts.csv`, partsTable(view.lines), "text/csv");
              else if (key === "compare") void navigate(`/sheets/compare?left=${sheet.id}`);
              else setDialog(key as Dialog);
            },
          }}
        >
          <Button>More</Button>
        </Dropdown>
        <Button onClick={() => setDialog("import")}>Import</Button>
        <Button onClick={() => setDialog("give")}>Assign to vehicles</Button>
      </header>
      <SheetSays listed={listed} vehicles={vehicles.length} onLook={model.look} onBegin={model.begin} />
      <div className={css.grid}>
        <section className={css.left} aria-label="Places">
          <h2 className="hd2">
            From below <span className="lb">{listed.length} values by place</span>
          </h2>
          <FromBelow layout={sheet.layout} places={model.places} chosen={model.place} onChoose={model.setPlace} />
        </section>
        <TorqueColumn
          lines={shown}
          all={listed}
          places={model.places}
          add={
            <Dropdown
              trigger={["click"]}
              menu={{
                items: lineKinds.map((kind) => ({ key: kind, label: LINE_KIND_NAMES[kind] })),
                onClick: ({ key }) => model.begin(lineKinds.find((k) => k === key) ?? "torque"),
              }}
            >
              <Button size="small">Add a value</Button>
            </Dropdown>
          }
          onLook={model.look}
        />
        <PartsColumn lines={shown} all={listed} vehicle={vehicle} sheet={sheet} onLook={model.look} edit={edit} />
      </div>
      <VehiclesStrip view={view} chosen={vehicle?.id ?? null} onChoose={setVehicle} />
      {open && (
        <LineDrawer
          key={open.line.id}
          line={open.line}
          fresh={open.fresh}
          title={open.fresh ? `New ${LINE_KIND_NAMES[open.line.kind]}` : open.line.name}
          places={DRAWN[sheet.layout].map((p) => p.name)}
          impact={impact}
          onApply={model.apply}
          onRemove={open.fresh ? undefined : model.remove}
          onClose={model.close}
        />
      )}
      {dialog === "import" && <ImportDialog view={view} edit={edit} onClose={() => setDialog(null)} />}
      {dialog === "give" && <GiveDialog sheet={sheet} edit={edit} onClose={() => setDialog(null)} />}
      {dialog === "facts" && (
        <SheetFacts sheet={sheet} vehicles={vehicles} edit={edit} onClose={() => setDialog(null)} />
      )}
      <Modal
        open={dialog === "bin"}
        title={`Put ${sheet.name} into the bin?`}
        okText="Into the bin"
        onCancel={() => setDialog(null)}
        onOk={() => {
          edit.remove("sheet", sheet, `${sheet.name} into the bin`);
          void navigate("/sheets");
        }}
      >
        <p>
          {vehicles.length
            ? `${vehicles.map((v) => v.tag).join(", ")} lose the values they inherit from it. Values taken by jobs stay.`
            : "No vehicle uses it."}{" "}
          The bin in Shop brings it back.
        </p>
      </Modal>
    </>
  );
}
