import { ShapeFields } from "../../../ui/ShapeFields";
import { boundsOf, settingInputs } from "../../../../contract";
import { Button } from "antd";
import { formatNumber, type GatedAnswer } from "../../../../core";
import { useUnits } from "../../../format/units";
import { LengthListField } from "../../../ui/LengthListField";
import { RowsEditor, freeName } from "../../../ui/RowsEditor";
import { useTask } from "../../../worker";
import { Busy, FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { Errors, GatedDrawing, type GatedFields } from "./GatedDrawing";
import { given, useToolInput, type ToolProps } from "../useToolInput";
import { RowName } from "../../../ui/RowName";

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
  const names = new Set(input.shifter.positions.map((p) => p.name));
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
            <RowsEditor
              rows={input.shifter.positions}
              keyOf={(p) => p.name}
              columns={[
                {
                  head: "position",
                  cell: (p, i) => (
                    <RowName
                      label={`name of position ${p.name}`}
                      value={p.name}
                      taken={names}
                      max={12}
                      onCommit={(n) => set(renamed(input, i, n))}
                    />
                  ),
                },
                {
                  head: "shifter",
                  cell: (p) => (
                    <ShapeFields
                      shape={settingInputs.gatedLinkage}
                      within="shifter.positions[]"
                      value={p}
                      fields={[{ at: "deg", label: `shifter in ${p.name}`, unit: "°", hideLabel: true }]}
                      onChange={({ deg = p.deg }) => set(turned(input, "shifter", p.name, deg))}
                    />
                  ),
                },
                {
                  head: "detent",
                  cell: (p) => {
                    const detent = input.gearbox.detents.find((d) => d.name === p.name);
                    return (
                      detent && (
                        <ShapeFields
                          shape={settingInputs.gatedLinkage}
                          within="gearbox.detents[]"
                          value={detent}
                          fields={[{ at: "deg", label: `detent ${p.name}`, unit: "°", hideLabel: true }]}
                          onChange={({ deg = detent.deg }) => set(turned(input, "gearbox", p.name, deg))}
                        />
                      )
                    );
                  },
                },
              ]}
              takeOut={{
                label: (p) => `Take position ${p.name} out`,
                fewest: 2,
                onTake: (p) => set(without(input, p.name)),
              }}
              add={
                names.size < MOST_POSITIONS && {
                  label: "One position more",
                  onAdd: () => set(oneMore(input, freeName(names, names.size + 1))),
                }
              }
            />
          </section>
          <FittedNow input={input} best={best} set={set} />
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

type Stop = { name: string; deg: number };
type Arm = "shifter" | "gearbox";

const stopsOf = (f: GatedFields, arm: Arm): readonly Stop[] =>
  arm === "shifter" ? f.shifter.positions : f.gearbox.detents;

/** Both arms with their positions changed alike. */
const withStops = (f: GatedFields, change: (list: readonly Stop[], arm: Arm) => Stop[]): Partial<GatedFields> => ({
  shifter: { ...f.shifter, positions: change(f.shifter.positions, "shifter") },
  gearbox: { ...f.gearbox, detents: change(f.gearbox.detents, "gearbox") },
});

/** Shifter position and detent go by one name: a new one is given to both. */
function renamed(f: GatedFields, i: number, name: string): Partial<GatedFields> {
  const was = stopsOf(f, "shifter")[i].name;
  return withStops(f, (list) => list.map((s) => (s.name === was ? { ...s, name } : s)));
}

const turned = (f: GatedFields, which: Arm, name: string, deg: number): Partial<GatedFields> =>
  withStops(f, (list, arm) => list.map((s) => (arm === which && s.name === name ? { ...s, deg } : s)));

const without = (f: GatedFields, name: string): Partial<GatedFields> =>
  withStops(f, (list) => list.filter((s) => s.name !== name));

const oneMore = (f: GatedFields, name: string): Partial<GatedFields> =>
  withStops(f, (list) => [...list, { name, deg: Math.min(720, (list.at(-1)?.deg ?? 240) + 8) }]);

/** Holes and rod that are fitted now, where there are any. */
function FittedNow({
  input,
  best,
  set,
}: {
  input: GatedFields;
  best: GatedAnswer["best"];
  set: (patch: Partial<GatedFields>) => void;
}) {
  const { present } = input;
  return (
    <section>
      <h2 className="hd2">Fitted now</h2>
      {present ? (
        <div className="fields">
          <ShapeFields
            shape={settingInputs.gatedLinkage}
            within="present"
            value={present}
            onChange={(patch) => set({ present: { ...present, ...patch } })}
            fields={[
              { at: "shifterArmMm", label: "shifter hole", kind: "length" },
              { at: "gearboxArmMm", label: "gearbox hole", kind: "length" },
              { at: "rodMm", label: "rod", kind: "length" },
              { at: "changePerTurnMm", label: "change per turn", unit: "mm" },
            ]}
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
