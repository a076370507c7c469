import { Button, Checkbox, Modal } from "antd";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import type { SpecLine } from "../../../contract";
import { linesFor, stateOf, takeLines, type VehicleLine } from "../../../domain";
import { useVehicleQuery } from "../../data/api";
import { newId } from "../../data/saving";
import type { StageProps } from "../../data/stage";
import { doubtText } from "../../format/fitDoubts";
import { LINE_KIND_HEADS } from "../../format/sheetWords";
import { count } from "../../format/words";
import { FromBelow, usePlaces } from "../../pieces/sheets/FromBelow";
import { LineValue } from "../../pieces/sheets/LineValue";
import { Coming } from "../../ui/states";
import css from "./plan.module.css";

const placeOf = (l: VehicleLine): string => l.line.place;
const stateKind = (l: VehicleLine): "known" | "missing" | "conflict" => stateOf(l.line).kind;

/** What a job can take: torque groups and parts that are for its vehicle. */
const takeable = (l: VehicleLine): boolean => l.line.kind === "torque" || l.line.kind === "part";

/** Torque groups and parts out of the vehicle's book into the job, by place or one by one: nothing is typed again. */
export function TakeFromVehicle({ view, edit, onClose }: StageProps & { onClose: () => void }) {
  const { data, error, refetch } = useVehicleQuery(view.vehicle.id);
  const [place, setPlace] = useState<string | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const lines = useMemo(
    () => (data ? linesFor(view.vehicle, data.sheetLine, data.ownLine).filter(takeable) : []),
    [data, view.vehicle],
  );
  const places = usePlaces(lines, placeOf, stateKind);
  const here = new Set([...view.torqueGroup, ...view.part].map((r) => r.lineId));
  const shown = lines.filter((l) => place === null || l.line.place.trim() === place);
  const free = (l: VehicleLine): boolean => !here.has(l.line.id);
  const toggle = (id: string): void => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const picked = lines.filter((l) => chosen.has(l.line.id)).map((l) => l.line);
  const groups = picked.filter((l) => l.kind === "torque");
  const parts = picked.filter((l) => l.kind === "part");
  const take = (): void => {
    edit.all(`From the vehicle: ${words(groups, parts)}`, takeLines(picked, view, newId));
    onClose();
  };
  const choosable = shown.filter((l) => free(l) && l.applies.answer !== "no");
  return (
    <Modal
      open
      width={980}
      title={`From the book of ${view.vehicle.tag}`}
      onCancel={onClose}
      footer={[
        <Button
          key="all"
          disabled={!choosable.length}
          onClick={() => setChosen(new Set([...chosen, ...choosable.map((l) => l.line.id)]))}
        >
          Choose all shown
        </Button>,
        <Button key="no" onClick={onClose}>
          Cancel
        </Button>,
        <Button key="yes" type="primary" disabled={!picked.length} onClick={take}>
          {picked.length ? `Take ${words(groups, parts)}` : "Choose what the job needs"}
        </Button>,
      ]}
    >
      {!data ? (
        <Coming query={{ error, refetch }} rows={8} />
      ) : !lines.length ? (
        <p className="q">
          Nothing is known of this vehicle yet. <Link to={`/vehicles/${view.vehicle.id}`}>Give it a spec sheet</Link>,
          or add values of its own there.
        </p>
      ) : (
        <div className={css.take}>
          <div>
            <FromBelow layout={view.vehicle.layout} places={places} chosen={place} onChoose={setPlace} />
          </div>
          <div className={css.takeList}>
            {(["torque", "part"] as const).map((kind) => (
              <section key={kind} aria-label={LINE_KIND_HEADS[kind]}>
                <h3 className="hd2">{LINE_KIND_HEADS[kind]}</h3>
                <ul className="lined">
                  {shown
                    .filter((l) => l.line.kind === kind)
                    .map((l) => (
                      <li key={l.line.id} className={css.takeRow}>
                        <Checkbox
                          checked={!free(l) || chosen.has(l.line.id)}
                          disabled={!free(l) || l.applies.answer === "no"}
                          onChange={() => toggle(l.line.id)}
                        >
                          <span className="rt">{l.line.name}</span>{" "}
                          <span className="lb">
                            {[l.line.feature, free(l) ? "" : "in the job", l.from === "overridden" && "overridden here"]
                              .filter(Boolean)
                              .join(", ")}
                          </span>
                          {l.applies.doubts.map((d) => (
                            <span key={d.kind} className={l.applies.answer === "no" ? "lb brk" : "lb och"}>
                              {" "}
                              {doubtText(d)}
                            </span>
                          ))}
                        </Checkbox>
                        <LineValue line={l.line} />
                      </li>
                    ))}
                </ul>
              </section>
            ))}
          </div>
        </div>
      )}
    </Modal>
  );
}

const words = (groups: readonly SpecLine[], parts: readonly SpecLine[]): string =>
  [groups.length && count(groups.length, "torque group"), parts.length && count(parts.length, "part")]
    .filter(Boolean)
    .join(" and ");
