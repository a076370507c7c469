import { Button } from "antd";
import { boundsOf, settingInputs } from "../../../../contract";
import { formatNumber, type GatedAnswer } from "../../../../core";
import {
  beginGated,
  oneStopMore,
  renamedStop,
  turnedStop,
  withoutStop,
  type GatedArm,
  type GatedFields,
  type GatedStop,
} from "../../../../domain";
import { LengthListField } from "../../../ui/LengthListField";
import { nameColumn } from "../../../ui/RowName";
import { RowsEditor, freeName } from "../../../ui/RowsEditor";
import { ShapeFields } from "../../../ui/ShapeFields";
import { FigureRows, ToolFrame, type Says } from "../ToolFrame";
import { useSearch } from "../useSetting";
import { type ToolProps } from "../useToolInput";
import { Errors, GatedDrawing } from "./GatedDrawing";

/** As many as the question takes. */
const MOST_POSITIONS = 12;

/** A detented shifter on a rocking arm: do all positions meet their detents? */
export function GatedTool(props: ToolProps) {
  const { input, set, answer, current, busy, frame, len, fields, rowFields } = useSearch(
    "gatedLinkage",
    props,
    beginGated,
  );
  const best = answer?.best ?? null;
  const angle = (arm: GatedArm, stop: GatedStop, label: string) =>
    rowFields(
      arm === "shifter" ? "shifter.positions[]" : "gearbox.detents[]",
      stop,
      ({ deg = stop.deg }) => set(turnedStop(input, arm, stop.name, deg)),
      [{ at: "deg", label, unit: "°", hideLabel: true }],
    );
  const holes = (arm: GatedArm, label: string) => (
    <div className="whole">
      <LengthListField
        label={label}
        valueMm={input[arm].armMm}
        {...boundsOf(settingInputs.gatedLinkage, `${arm}.armMm[]`)}
        most={24}
        onCommit={(armMm) => set({ [arm]: { ...input[arm], armMm } })}
      />
    </div>
  );
  const says: Says | null =
    current && answer
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
      {...frame}
      says={says}
      name="Floor shifter to gearbox"
      busy={busy}
      drawing={<GatedDrawing input={input} choice={best} />}
      form={
        <>
          <div className="fields">
            {holes("shifter", "holes of the shifter’s arm, from its pivot")}
            {holes("gearbox", "holes of the gearbox arm, from its pivot")}
            {fields([
              { at: "gearbox.pivot.xMm", label: "gearbox, forward", kind: "length" },
              { at: "gearbox.pivot.zMm", label: "gearbox, up", kind: "length" },
              { at: "rodMm.min", label: "rod, shortest", kind: "length" },
              { at: "rodMm.max", label: "rod, longest", kind: "length" },
              { at: "gearbox.captureDeg", label: "a detent captures", unit: "° either way" },
            ])}
          </div>
          <section>
            <h2 className="hd2">
              Arms, degrees <span className="lb">from forward, anticlockwise; straight down is 270</span>
            </h2>
            <RowsEditor
              rows={input.shifter.positions}
              keyOf={(p) => p.name}
              columns={[
                nameColumn(
                  "position",
                  (p) => `name of position ${p.name}`,
                  names,
                  12,
                  (i, n) => set(renamedStop(input, i, n)),
                ),
                {
                  head: "shifter",
                  cell: (p) => angle("shifter", p, `shifter in ${p.name}`),
                },
                {
                  head: "detent",
                  cell: (p) => {
                    const detent = input.gearbox.detents.find((d) => d.name === p.name);
                    return detent && angle("gearbox", detent, `detent ${p.name}`);
                  },
                },
              ]}
              takeOut={{
                label: (p) => `Take position ${p.name} out`,
                fewest: 2,
                onTake: (p) => set(withoutStop(input, p.name)),
              }}
              add={
                names.size < MOST_POSITIONS && {
                  label: "One position more",
                  onAdd: () => set(oneStopMore(input, freeName(names, names.size + 1))),
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
