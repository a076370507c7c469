import { Alert, Button, Checkbox, Input, Modal } from "antd";
import { useState } from "react";
import type { Operation, Sheet } from "../../../contract";
import { spanOf } from "../../../domain";
import { useVehiclesQuery, recordsApi } from "../../data/api";
import { useAppDispatch } from "../../data/hooks";
import type { Editor } from "../../data/saving";
import { count } from "../../format/words";
import { Coming } from "../../ui/states";
import css from "./sheets.module.css";

/** Most vehicles of one change; the next ones go into another. */
const AT_ONCE = 100;

/** Whether a build date lies outside the sheet's years. */
const outside = (sheet: Sheet, built: string | null): boolean =>
  built !== null &&
  ((sheet.builtFrom !== null && spanOf(built).to < spanOf(sheet.builtFrom).from) ||
    (sheet.builtTo !== null && spanOf(built).from > spanOf(sheet.builtTo).to));

/** Gives the sheet to vehicles: whatever geometry they have none of comes with it. */
export function GiveDialog({ sheet, edit, onClose }: { sheet: Sheet; edit: Editor; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const [search, setSearch] = useState(sheet.model || sheet.make);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { data, error, refetch } = useVehiclesQuery({ search, limit: 500 });
  const toggle = (id: string): void => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const give = async (): Promise<void> => {
    const ids = [...chosen];
    setBusy(0);
    setTrouble(null);
    try {
      // All are read before the first is changed: without a connection half way nothing has happened.
      const operations: Operation[] = [];
      for (const id of ids) {
        const request = dispatch(recordsApi.endpoints.vehicle.initiate(id, { subscribe: false, forceRefetch: true }));
        const { vehicle } = await request.unwrap();
        operations.push({
          op: "update",
          resource: "vehicle",
          id,
          version: vehicle.version,
          data: {
            sheetId: sheet.id,
            ...(vehicle.gearbox === null &&
              sheet.gearbox &&
              (sheet.shifterKind === null || sheet.shifterKind === vehicle.shifterKind) && {
                gearbox: sheet.gearbox,
              }),
            ...(vehicle.powerUnit === null && sheet.powerUnit && { powerUnit: sheet.powerUnit }),
            ...(vehicle.driveTrain === null && sheet.driveTrain && { driveTrain: sheet.driveTrain }),
          },
        });
        setBusy(operations.length / ids.length);
      }
      for (let from = 0; from < operations.length; from += AT_ONCE) {
        const some = operations.slice(from, from + AT_ONCE);
        edit.all(`${sheet.name} assigned to ${count(some.length, "vehicle")}`, some);
      }
      onClose();
    } catch {
      setTrouble("The vehicles could not be read. Nothing was changed; try again with a connection.");
      setBusy(null);
    }
  };
  const vehicles = data?.vehicles ?? [];
  return (
    <Modal
      open
      title={`Assign ${sheet.name} to vehicles`}
      onCancel={onClose}
      width={560}
      footer={[
        <Button key="no" onClick={onClose}>
          Cancel
        </Button>,
        <Button key="yes" type="primary" disabled={!chosen.size || busy !== null} onClick={() => void give()}>
          {busy !== null ? `${Math.round(busy * 100)} %` : `Assign to ${count(chosen.size, "vehicle")}`}
        </Button>,
      ]}
    >
      <Input
        aria-label="Tag, owner or model"
        placeholder="Tag, owner or model"
        allowClear
        value={search}
        maxLength={80}
        onChange={(e) => setSearch(e.target.value)}
      />
      {!data ? (
        <Coming query={{ error, refetch }} rows={5} />
      ) : (
        <ul className={css.give}>
          {vehicles.map((v) => (
            <li key={v.id}>
              <Checkbox checked={chosen.has(v.id)} onChange={() => toggle(v.id)}>
                <b className="n">{v.tag}</b> {v.title} <span className="lb">{v.owner}</span>
                {v.sheetId === sheet.id && <span className="lb"> has it</span>}
                {v.sheetId !== null && v.sheetId !== sheet.id && <span className="lb och"> has another sheet</span>}
                {outside(sheet, v.buildDate) && <span className="lb brk"> built outside the sheet’s dates</span>}
              </Checkbox>
            </li>
          ))}
          {!vehicles.length && <li className="q">No vehicle matches.</li>}
        </ul>
      )}
      <p className="lb">
        They inherit its values. A gearbox, power unit or drivetrain that a vehicle lacks is copied; what it has stays.
      </p>
      {trouble && <Alert type="error" title={trouble} />}
    </Modal>
  );
}
