import { boundsOf, resources, type MountRoomState, type RoomUnit } from "../../../contract";
import { Button, Modal } from "antd";
import { PriceField } from "../../ui/NumberField";
import { Choice, TextField } from "../../ui/TextField";
import { changeOf, describeSet, MATERIALS, type Material } from "../../../domain";
import css from "./mounts.module.css";

type MountSet = MountRoomState["sets"][number];

const CHOICES: Record<Material | "keep", string> = {
  keep: "unchanged",
  ...(Object.fromEntries(Object.entries(MATERIALS).map(([k, m]) => [k, m.words])) as Record<Material, string>),
};

/** One set: what each mount is replaced by. */
export function SetDialog({
  unit,
  set,
  currency,
  onChange,
  onKeep,
  onRemove,
  onClose,
}: {
  unit: RoomUnit;
  set: MountSet;
  currency: string;
  onChange: (next: MountSet, what: string) => void;
  /** For a set that is not kept yet. */
  onKeep?: () => void;
  onRemove: () => void;
  onClose: () => void;
}) {
  const materialOf = (name: string): Material | "keep" =>
    (Object.keys(MATERIALS) as Material[]).find((m) => MATERIALS[m].words === set.changes[name]?.material) ?? "keep";
  const used = [...new Set(unit.mounts.map((m) => materialOf(m.name)))].filter((m): m is Material => m !== "keep");
  return (
    <Modal open title="A set of mounts" footer={null} width={560} onCancel={onClose}>
      <div className={css.unitdlg}>
        <div className="fields">
          <TextField
            label="called"
            value={set.name}
            required
            max={boundsOf(resources.job, "mountRoom.sets[].name").max}
            onCommit={(name) => onChange({ ...set, name }, `named ${name}`)}
          />
          <PriceField
            label="price"
            value={set.price}
            currency={currency}
            onCommit={(price) => onChange({ ...set, price }, "price")}
          />
        </div>
        <div className="fields">
          {unit.mounts.map((m) => (
            <Choice
              key={m.name}
              label={m.name}
              value={materialOf(m.name)}
              options={CHOICES}
              onChange={(material) => {
                const changes = { ...set.changes };
                if (material === "keep") delete changes[m.name];
                else changes[m.name] = changeOf(material);
                // A name nobody gave follows what the set is.
                const own = set.name !== describeSet(unit, set.changes);
                const name = own ? set.name : describeSet(unit, changes);
                onChange({ ...set, name, changes }, `${m.name}: ${CHOICES[material]}`);
              }}
            />
          ))}
        </div>
        {used.length > 0 && (
          <>
            <h3 className="hd2">What you will notice</h3>
            <ul className="howsteps">
              {used.map((m) => (
                <li key={m}>
                  {MATERIALS[m].words}: {MATERIALS[m].notice}
                </li>
              ))}
            </ul>
            <p className="lb">
              Shops differ: some go firm all round, some only at the tail and keep the front soft for the idle.
            </p>
          </>
        )}
        <div className="row-flex">
          {onKeep ? (
            <>
              <Button type="primary" onClick={onKeep}>
                Add this set
              </Button>
              <Button onClick={onClose}>Cancel</Button>
            </>
          ) : (
            <Button size="small" onClick={onRemove}>
              Remove this set
            </Button>
          )}
        </div>
      </div>
    </Modal>
  );
}
