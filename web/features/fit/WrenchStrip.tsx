import { Button, Modal, Select } from "antd";
import { useState } from "react";
import { boundsOf, resources, type TorqueGroup } from "../../../contract";
import { formatNumber } from "../../../core";
import { reachOf } from "../../../domain";
import type { Editor } from "../../data/saving";
import { useUnits } from "../../format/units";
import { dateText } from "../../format/words";
import { QuantityField } from "../../ui/QuantityField";
import type { BoardModel } from "./useBoard";
import { useKeptDraft } from "../../ui/useDraft";
import css from "./fit.module.css";

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
      {open && <AdapterDialog group={group} edit={edit} onClose={() => setOpen(false)} />}
    </section>
  );
}

type Adapter = NonNullable<TorqueGroup["adapter"]>;
type Measured = { [K in keyof Adapter]: Adapter[K] | null };

const NOT_MEASURED: Measured = { handMm: null, offsetMm: null, angleDeg: null };

/** What was measured of an adapter before; nothing where it cannot be read. */
function readMeasured(kept: string): Measured {
  try {
    const read = JSON.parse(kept) as Partial<Record<keyof Measured, unknown>>;
    const figure = (v: unknown): number | null => (typeof v === "number" && Number.isFinite(v) ? v : null);
    return { handMm: figure(read.handMm), offsetMm: figure(read.offsetMm), angleDeg: figure(read.angleDeg) };
  } catch {
    return NOT_MEASURED;
  }
}

/** An adapter that was measured whole; the wrench is set by nothing less. */
const wholeOf = ({ handMm, offsetMm, angleDeg }: Measured): Adapter | null =>
  handMm === null || offsetMm === null || angleDeg === null ? null : { handMm, offsetMm, angleDeg };

/** Where the adapter is measured, and its lengths: they are this wrench's and this adapter's own, so none is there before. */
function AdapterDialog({ group, edit, onClose }: { group: TorqueGroup; edit: Editor; onClose: () => void }) {
  const units = useUnits();
  // Two lengths and no angle yet: what was measured is there when the tablet wakes up.
  const [kept, setKept] = useKeptDraft(`adapter of ${group.name}`);
  const [draft, setDraft] = useState<Measured>(group.adapter ?? readMeasured(kept));
  const measure = (patch: Partial<Measured>): void => {
    const next = { ...draft, ...patch };
    setDraft(next);
    if (!group.adapter) setKept(JSON.stringify(next));
    const whole = wholeOf(next);
    if (group.adapter && whole) edit.update("torqueGroup", group, { adapter: whole }, `${group.name}: adapter`);
  };
  const bounds = (at: keyof Adapter) => boundsOf(resources.torqueGroup, `adapter.${at}`);
  const whole = wholeOf(draft);
  return (
    <Modal open title={`Adapter for ${group.name}`} footer={null} width={560} onCancel={onClose}>
      <p className="lb">
        An extension or crow foot off the square drive changes the lever arm. In line it adds to it, square to the
        wrench it changes nothing. Measure the three, then the setting is calculated.
      </p>
      <AdapterDrawing adapter={draft} />
      <div className={`fields ${css.adapterFields}`}>
        <QuantityField
          label="A: hand to square drive"
          kind="length"
          base={draft.handMm}
          {...bounds("handMm")}
          onCommit={({ base }) => measure({ handMm: base })}
        />
        <QuantityField
          label="B: square drive to bolt"
          kind="length"
          base={draft.offsetMm}
          {...bounds("offsetMm")}
          onCommit={({ base }) => measure({ offsetMm: base })}
        />
        <QuantityField
          label="C: turned from in line"
          kind="angle"
          base={draft.angleDeg}
          hint={`0${units.label("angle")} in line`}
          {...bounds("angleDeg")}
          onCommit={({ base }) => measure({ angleDeg: base })}
        />
      </div>
      {group.adapter ? (
        <Button
          onClick={() => {
            edit.update("torqueGroup", group, { adapter: null }, `${group.name}: no adapter`);
            onClose();
          }}
        >
          No adapter
        </Button>
      ) : (
        <Button
          type="primary"
          disabled={!whole}
          onClick={() => {
            edit.update("torqueGroup", group, { adapter: whole }, `${group.name}: adapter`);
            setKept("");
            onClose();
          }}
        >
          {whole ? "Use this adapter" : "Measure A, B and C"}
        </Button>
      )}
    </Modal>
  );
}

/** Drawn with these until they are measured: only the letters stand at them. */
const FOR_DRAWING: Adapter = { handMm: 420, offsetMm: 110, angleDeg: 0 };

/** The wrench with its adapter, both lengths to one scale; a letter where one is not measured yet. */
function AdapterDrawing({ adapter: given }: { adapter: Measured }) {
  const units = useUnits();
  const whole = wholeOf(given);
  const { handMm, offsetMm, angleDeg } = whole ?? { ...FOR_DRAWING, angleDeg: given.angleDeg ?? 0 };
  const named = (letter: string, mm: number | null): string =>
    mm === null ? letter : `${letter} ${units.bare(mm, "length", 0)}`;
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
      aria-label={
        whole
          ? `Hand ${units.show(handMm, "length")} from the square, bolt ${units.show(offsetMm, "length")} beyond it at ${formatNumber(angleDeg, 0)} degrees`
          : "A from the hand to the square drive, B from the square drive to the bolt, C the angle between wrench and adapter"
      }
    >
      <path className="steel" d={`M${sx} ${sy - 7}H${hx + 18}v14H${sx}z`} />
      <path d={`M${sx} ${sy}L${bx} ${by}`} stroke="var(--ink)" strokeWidth="11" />
      <path d={`M${sx} ${sy}L${bx} ${by}`} stroke="var(--panel)" strokeWidth="8.4" />
      <rect className="steel" x={sx - 9} y={sy - 9} width="18" height="18" />
      <circle className="steel" cx={bx} cy={by} r="13" />
      <circle cx={bx} cy={by} r="4" fill="var(--teal)" />
      <path className="fine" d={`M${bx} ${by}V84M${sx} ${sy}V84M${hx} ${sy}V84`} strokeDasharray="3 3" />
      <text x={(bx + sx) / 2} y="90" textAnchor="middle" className={css.gt}>
        {named("B", given.offsetMm)}
      </text>
      <text x={(sx + hx) / 2} y="90" textAnchor="middle" className={css.gt}>
        {named("A", given.handMm)} {given.handMm !== null && units.label("length")}
      </text>
      <text x={hx} y="16" textAnchor="middle" className={css.gt}>
        hand
      </text>
      {given.angleDeg === null && (
        <text x={sx + 4} y="16" className={css.gt}>
          C
        </text>
      )}
    </svg>
  );
}
