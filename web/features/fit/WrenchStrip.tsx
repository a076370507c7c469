import { Button, Modal, Select } from "antd";
import { useState } from "react";
import { resources, type TorqueGroup } from "../../../contract";
import { formatNumber } from "../../../core";
import { reachOf } from "../../../domain";
import type { Editor } from "../../data/saving";
import { useUnits } from "../../format/units";
import { dateText } from "../../format/words";
import { ShapeFields } from "../../ui/ShapeFields";
import type { BoardModel } from "./useBoard";
import css from "./fit.module.css";

const CROW: NonNullable<TorqueGroup["adapter"]> = { handMm: 420, offsetMm: 55, angleDeg: 0 };

/** Which wrench, what stands between it and the bolt, and what it is set to. */
export function WrenchStrip({ model, group, edit }: { model: BoardModel; group: TorqueGroup; edit: Editor }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const { setting, tool, tools } = model;
  if (!setting || !model.next) return null;
  const { adapter } = group;
  const { limits } = model.next;
  const reach = limits && model.pass.targetNm ? reachOf(model.pass.targetNm, limits, setting) : null;
  return (
    <section className={css.wrenchStrip} aria-label="Wrench">
      <div>
        <div className="row-flex">
          <Select<string>
            size="small"
            aria-label="Torque tool"
            style={{ minWidth: 190 }}
            placeholder="torque tool"
            allowClear
            value={tool?.id}
            options={tools.map((t) => ({ value: t.id, label: t.serial ? `${t.name}, ${t.serial}` : t.name }))}
            onChange={(id: string | undefined) =>
              edit.update("torqueGroup", group, { toolId: id ?? null }, `${group.name}: torque tool`)
            }
          />
          <Button size="small" aria-pressed={adapter !== null} onClick={() => setOpen(true)}>
            {adapter ? "Adapter" : "Add an adapter"}
          </Button>
        </div>
        {adapter && <AdapterDrawing adapter={adapter} />}
        <p className="lb">
          {setting.refused ? (
            <span className="brk">With this adapter there is no lever left: turn it outward.</span>
          ) : tool ? (
            <>
              {setting.fits ? (
                <>
                  {units.bare(setting.lowNm ?? 0, "torque")} to {units.show(setting.highNm ?? 0, "torque")}, deviation{" "}
                  {formatNumber(setting.deviationPct ?? 0, 0)}&nbsp;%
                </>
              ) : (
                <span className="brk">
                  This wrench does not reach it: use one with {units.show(setting.setNm, "torque")} in its upper four
                  fifths.
                </span>
              )}
              {setting.fits && reach?.verdict === "either" && limits && (
                <span className="och">
                  {" "}
                  Set to its mark it leaves {units.bare(reach.lowNm, "torque")} to {units.show(reach.highNm, "torque")};{" "}
                  {units.bare(limits.minNm, "torque")} to {units.bare(limits.maxNm, "torque")} is wanted. The click
                  alone does not prove it.
                </span>
              )}
              {model.overdue && (
                <span className="och">
                  {" "}
                  {tool.calibrated
                    ? `Calibration of ${dateText(tool.calibrated)} is over.`
                    : "No calibration is recorded."}
                </span>
              )}
            </>
          ) : (
            <>
              Choose the torque tool in your hand, so that its reading can prove the torque.{" "}
              {!tools.length && "Tools are listed in Shop."}
              {model.offered && (
                <Button
                  size="small"
                  onClick={() =>
                    edit.update(
                      "torqueGroup",
                      group,
                      { toolId: model.offered?.id ?? null },
                      `${group.name}: torque tool`,
                    )
                  }
                >
                  Use {model.offered.name}
                </Button>
              )}
            </>
          )}
        </p>
      </div>
      <div className={css.setTo}>
        <span className="lb">set the wrench to</span>
        <b className="n teal">{setting.refused ? "no setting" : units.show(setting.setNm, "torque")}</b>
        <span className="n lb">
          {!setting.refused && units.other(setting.setNm, "torque")}
          {adapter && !setting.refused && `, that is ${units.show(model.pass.targetNm ?? 0, "torque")} at the bolt`}
        </span>
      </div>
      <Modal open={open} title={`Adapter for ${group.name}`} footer={null} width={560} onCancel={() => setOpen(false)}>
        <p className="lb">
          An extension or crow foot off the square drive changes the lever arm. In line it adds to it, square to the
          wrench it changes nothing.
        </p>
        <AdapterDrawing adapter={adapter ?? CROW} />
        {adapter ? (
          <>
            <div className="fields">
              <ShapeFields
                shape={resources.torqueGroup}
                within="adapter"
                value={adapter}
                onChange={(patch, what) =>
                  edit.update("torqueGroup", group, { adapter: { ...adapter, ...patch } }, `${group.name}: ${what}`)
                }
                fields={[
                  { at: "handMm", label: "hand to square drive", kind: "length" },
                  { at: "offsetMm", label: "bolt beyond the square", kind: "length" },
                  { at: "angleDeg", label: "turned from in line", kind: "angle" },
                ]}
              />
            </div>
            <Button
              onClick={() => {
                edit.update("torqueGroup", group, { adapter: null }, `${group.name}: no adapter`);
                setOpen(false);
              }}
            >
              No adapter
            </Button>
          </>
        ) : (
          <Button
            type="primary"
            onClick={() => edit.update("torqueGroup", group, { adapter: CROW }, `${group.name}: adapter`)}
          >
            Use an adapter
          </Button>
        )}
      </Modal>
    </section>
  );
}

/** The wrench with its adapter, both lengths to one scale. */
function AdapterDrawing({ adapter: { handMm, offsetMm, angleDeg } }: { adapter: NonNullable<TorqueGroup["adapter"]> }) {
  const units = useUnits();
  const k = 300 / Math.max(1, handMm + Math.abs(offsetMm));
  const a = (angleDeg * Math.PI) / 180;
  const [sx, sy] = [110, 46];
  const [bx, by] = [sx - offsetMm * k * Math.cos(a), sy + offsetMm * k * Math.sin(a)];
  const hx = sx + handMm * k;
  return (
    <svg
      className={css.adapter}
      viewBox="0 0 440 92"
      role="img"
      aria-label={`Hand ${units.show(handMm, "length")} from the square, bolt ${units.show(offsetMm, "length")} beyond it at ${formatNumber(angleDeg, 0)} degrees`}
    >
      <path className="steel" d={`M${sx} ${sy - 7}H${hx + 18}v14H${sx}z`} />
      <path d={`M${sx} ${sy}L${bx} ${by}`} stroke="var(--ink)" strokeWidth="11" />
      <path d={`M${sx} ${sy}L${bx} ${by}`} stroke="var(--panel)" strokeWidth="8.4" />
      <rect className="steel" x={sx - 9} y={sy - 9} width="18" height="18" />
      <circle className="steel" cx={bx} cy={by} r="13" />
      <circle cx={bx} cy={by} r="4" fill="var(--teal)" />
      <path className="fine" d={`M${bx} ${by}V84M${sx} ${sy}V84M${hx} ${sy}V84`} strokeDasharray="3 3" />
      <text x={(bx + sx) / 2} y="90" textAnchor="middle" className={css.gt}>
        {units.bare(offsetMm, "length", 0)}
      </text>
      <text x={(sx + hx) / 2} y="90" textAnchor="middle" className={css.gt}>
        {units.bare(handMm, "length", 0)} {units.label("length")}
      </text>
      <text x={hx} y="16" textAnchor="middle" className={css.gt}>
        hand
      </text>
    </svg>
  );
}
