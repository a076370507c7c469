import { ShapeFields } from "../../../ui/ShapeFields";
import { boundsOf, settingInputs } from "../../../../contract";
import { Button } from "antd";
import { formatNumber, type GatedAnswer } from "../../../../core";
import { useUnits } from "../../../format/units";
import { LengthListField } from "../../../ui/LengthListField";
import { NumberField } from "../../../ui/NumberField";
import { QuantityField } from "../../../ui/QuantityField";
import { TextField } from "../../../ui/TextField";
import { useTask } from "../../../worker";
import { Busy, FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { Errors, GatedDrawing, type GatedFields } from "./GatedDrawing";
import { given, useToolInput, type ToolProps } from "../useToolInput";

const NAMES = ["P", "R", "N", "D", "2", "1"];

/** As many as the question takes. */
const MOST_POSITIONS = 12;

const example = (): GatedFields => ({
  shifter: {
    pivot: { xMm: 0, zMm: 0 },
    armMm: [40, 50, 60, 75],
    positions: [240, 247, 257, 267, 275, 282].map((deg, i) => ({ name: NAMES[i], deg })),
  },
  gearbox: {
    pivot: { xMm: 480, zMm: 90 },
    armMm: [48, 60, 72, 90],
    detents: [215, 223.2, 234.2, 244.7, 253, 260.2].map((deg, i) => ({ name: NAMES[i], deg })),
    captureDeg: 2.5,
  },
  rodMm: { min: 350, max: 700 },
  present: null,
});

/** A detented shifter on a rocking arm: do all positions meet their detents? */
export function GatedTool(props: ToolProps) {
  const units = useUnits();
  const [input, set, untouched] = useToolInput<GatedFields>("gatedLinkage", props, example);
  const { result, last, cancel, again } = useTask("gatedLinkage", given(input));
  const answer = result.state === "answered" ? result.answer : last;
  const best = answer?.best ?? null;
  const len = (mm: number): string => units.show(mm, "length");
  const says: Says | null =
    result.state === "answered" && answer
      ? best
        ? {
            lead: `Shifter hole at ${len(best.shifterArmMm)}, gearbox hole at ${len(best.gearboxArmMm)}, rod ${len(best.rodMm)}.`,
            rest: `The worst detent is ${formatNumber(best.largestErrorDeg, 1)}° off; ${best.allInCapture ? "all are inside their capture" : `more than the ${formatNumber(input.gearbox.captureDeg, 1)}° a detent captures`}.${best.atRodLimit ? " The rod is at the end of its range." : ""}${presentWords(answer.present, len)}`,
          }
        : { lead: "No pair of holes will do.", rest: `${answer.message ?? ""}.` }
      : null;
  const stops = (which: "shifter" | "gearbox") =>
    which === "shifter" ? input.shifter.positions : input.gearbox.detents;
  const rename = (i: number, name: string): void => {
    const was = input.shifter.positions[i].name;
    set({
      shifter: { ...input.shifter, positions: input.shifter.positions.map((p, k) => (k === i ? { ...p, name } : p)) },
      gearbox: { ...input.gearbox, detents: input.gearbox.detents.map((d) => (d.name === was ? { ...d, name } : d)) },
    });
  };
  const turn = (which: "shifter" | "gearbox", name: string, deg: number): void =>
    which === "shifter"
      ? set({
          shifter: { ...input.shifter, positions: stops(which).map((p) => (p.name === name ? { ...p, deg } : p)) },
        })
      : set({ gearbox: { ...input.gearbox, detents: stops(which).map((p) => (p.name === name ? { ...p, deg } : p)) } });
  const names = input.shifter.positions.map((p) => p.name);
  const takeOut = (name: string): void =>
    set({
      shifter: { ...input.shifter, positions: input.shifter.positions.filter((p) => p.name !== name) },
      gearbox: { ...input.gearbox, detents: input.gearbox.detents.filter((d) => d.name !== name) },
    });
  const addOne = (): void => {
    let n = names.length + 1;
    while (names.includes(String(n))) n += 1;
    const after = (list: readonly { deg: number }[]) => ({
      name: String(n),
      deg: Math.min(720, (list.at(-1)?.deg ?? 240) + 8),
    });
    set({
      shifter: { ...input.shifter, positions: [...input.shifter.positions, after(input.shifter.positions)] },
      gearbox: { ...input.gearbox, detents: [...input.gearbox.detents, after(input.gearbox.detents)] },
    });
  };
  return (
    <ToolFrame
      untouched={untouched}
      tool="gatedLinkage"
      host={props.host}
      says={says}
      refused={result.state === "refused" ? result.refusal : null}
      input={says ? given(input) : null}
      name="Floor shifter to gearbox"
      busy={<Busy result={result} onCancel={cancel} onAgain={again} />}
      drawing={<GatedDrawing input={input} choice={best} />}
      form={
        <>
          <div className="fields">
            <div className="whole">
              <LengthListField
                label="holes of the shifter’s arm, from its pivot"
                valueMm={input.shifter.armMm}
                {...boundsOf(settingInputs.gatedLinkage, "shifter.armMm[]")}
                most={24}
                onCommit={(armMm) => set({ shifter: { ...input.shifter, armMm } })}
              />
            </div>
            <div className="whole">
              <LengthListField
                label="holes of the gearbox arm, from its pivot"
                valueMm={input.gearbox.armMm}
                {...boundsOf(settingInputs.gatedLinkage, "gearbox.armMm[]")}
                most={24}
                onCommit={(armMm) => set({ gearbox: { ...input.gearbox, armMm } })}
              />
            </div>
            <ShapeFields
              shape={settingInputs.gatedLinkage}
              value={input}
              onChange={set}
              fields={[
                { at: "gearbox.pivot.xMm", label: "gearbox, forward", kind: "length" },
                { at: "gearbox.pivot.zMm", label: "gearbox, up", kind: "length" },
                { at: "rodMm.min", label: "rod, shortest", kind: "length" },
                { at: "rodMm.max", label: "rod, longest", kind: "length" },
                { at: "gearbox.captureDeg", label: "a detent captures", unit: "° either way" },
              ]}
            />
          </div>
          <section>
            <h2 className="hd2">
              Arms, degrees <span className="lb">from forward, anticlockwise; straight down is 270</span>
            </h2>
            <table className="rowsedit">
              <thead>
                <tr>
                  <th>position</th>
                  <th>shifter</th>
                  <th>detent</th>
                  <th>
                    <span className="sr">take out</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {input.shifter.positions.map((p, i) => {
                  const detent = input.gearbox.detents.find((d) => d.name === p.name);
                  return (
                    <tr key={p.name}>
                      <td>
                        <TextField
                          whileTyping={false}
                          label={`name of position ${p.name}`}
                          hideLabel
                          value={p.name}
                          required
                          max={12}
                          check={(n) => (n !== p.name && names.includes(n) ? "taken" : undefined)}
                          onCommit={(n) => rename(i, n)}
                        />
                      </td>
                      <td>
                        <NumberField
                          label={`shifter in ${p.name}`}
                          hideLabel
                          value={p.deg}
                          {...boundsOf(settingInputs.gatedLinkage, "shifter.positions[].deg")}
                          unit="°"
                          onCommit={(v) => v !== null && turn("shifter", p.name, v)}
                        />
                      </td>
                      <td>
                        {detent && (
                          <NumberField
                            label={`detent ${p.name}`}
                            hideLabel
                            value={detent.deg}
                            {...boundsOf(settingInputs.gatedLinkage, "gearbox.detents[].deg")}
                            unit="°"
                            onCommit={(v) => v !== null && turn("gearbox", p.name, v)}
                          />
                        )}
                      </td>
                      <td>
                        {names.length > 2 && (
                          <Button
                            size="small"
                            aria-label={`Take position ${p.name} out`}
                            onClick={() => takeOut(p.name)}
                          >
                            ×
                          </Button>
                        )}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            {names.length < MOST_POSITIONS && (
              <div className="row-flex" style={{ marginTop: 6 }}>
                <Button size="small" onClick={addOne}>
                  One position more
                </Button>
              </div>
            )}
          </section>
          <section>
            <h2 className="hd2">Fitted now</h2>
            {input.present ? (
              <div className="fields">
                {(["shifterArmMm", "gearboxArmMm", "rodMm"] as const).map((key) => (
                  <QuantityField
                    key={key}
                    label={{ shifterArmMm: "shifter hole", gearboxArmMm: "gearbox hole", rodMm: "rod" }[key]}
                    kind="length"
                    base={input.present?.[key] ?? 0}
                    min={1}
                    max={key === "rodMm" ? 10000 : 2000}
                    onCommit={({ base }) => input.present && set({ present: { ...input.present, [key]: base } })}
                  />
                ))}
                <NumberField
                  label="change per turn"
                  value={input.present.changePerTurnMm}
                  {...boundsOf(settingInputs.gatedLinkage, "present.changePerTurnMm")}
                  unit="mm"
                  onCommit={(v) => input.present && set({ present: { ...input.present, changePerTurnMm: v } })}
                />
                <Button size="small" onClick={() => set({ present: null })}>
                  Nothing is fitted
                </Button>
              </div>
            ) : (
              <Button
                size="small"
                onClick={() =>
                  set({
                    present: {
                      shifterArmMm: best?.shifterArmMm ?? input.shifter.armMm[0],
                      gearboxArmMm: best?.gearboxArmMm ?? input.gearbox.armMm[0],
                      rodMm: Math.round((best?.rodMm ?? input.rodMm.min) + 3),
                      changePerTurnMm: 1.25,
                    },
                  })
                }
              >
                A rod is fitted now
              </Button>
            )}
          </section>
        </>
      }
      figures={
        answer && (
          <>
            {best && (
              <Errors title="Best pair of holes" positions={best.positions} capture={input.gearbox.captureDeg} />
            )}
            {answer.present?.reached && (
              <Errors title="As fitted now" positions={answer.present.positions} capture={input.gearbox.captureDeg} />
            )}
            {answer.next.length > 0 && (
              <FigureRows
                rows={answer.next.map((c): [string, React.ReactNode] => [
                  `holes ${formatNumber(c.shifterArmMm, 0)} and ${formatNumber(c.gearboxArmMm, 0)}, rod ${formatNumber(c.rodMm, 1)} mm`,
                  `worst ${formatNumber(c.largestErrorDeg, 2)}°`,
                ])}
              />
            )}
          </>
        )
      }
      working={
        <p>
          Every pair of holes is tried. For each the rod is found at which the largest error of any detent is least: the
          arms open steadily as the rod grows, so the overshoots rise while the undershoots fall, and the best rod
          stands where they meet. The rod must join the arms over the whole swing. Two-circle geometry; agrees with
          Freudenstein’s equation (1955).
        </p>
      }
    />
  );
}

type Present = GatedAnswer["present"];

function presentWords(present: Present, len: (mm: number) => string): string {
  if (!present) return "";
  if (!present.reached) return " The rod fitted now does not join the arms over the whole swing.";
  if (present.direction === "none" || present.direction === null || present.adjustMm === null) return "";
  if (Math.abs(present.adjustMm) < 0.05) return " The rod fitted now is right.";
  const turns = present.turns === null ? "" : `, ${formatNumber(Math.abs(present.turns), 1)} turns`;
  return ` In the holes used now, ${present.direction} the rod by ${len(Math.abs(present.adjustMm))}${turns}.`;
}
