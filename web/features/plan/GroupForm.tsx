import { Button } from "antd";
import { boundsOf, resources, type TorqueGroup } from "../../../contract";
import { fastenerGrades } from "../../../core";
import { passesText, readPasses } from "../../../domain";
import { NumberField } from "../../ui/NumberField";
import { ShapeFields } from "../../ui/ShapeFields";
import { SpecField } from "../../ui/SpecField";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";

const USUAL_TOLERANCE_PCT = resources.torqueGroup.shape.tolerancePct.parse(undefined);

const PATTERNS = { circle: "circle", line: "line", box: "box of 4" } as const;
export const LOADS = { any: "any load state", rideHeight: "at ride height" } as const;
const REUSE = { ask: "not known yet", reuse: "used again", replace: "replaced, single use" } as const;
const CHECKS = { none: "not given", tighten: "checked tightening", loosen: "checked loosening" } as const;
const ORIGINS = {
  specified: "specified, from a document",
  claimed: "claimed by a seller",
  estimated: "estimated",
  missing: "missing",
  measured: "measured",
  calculated: "calculated",
} as const;
const GRADES = Object.fromEntries([["", "not known"], ...fastenerGrades.map((g) => [g, g])]) as Record<
  TorqueGroup["grade"],
  string
>;

/** Everything about one group of fasteners of a job. */
export function GroupForm({
  group: g,
  signed,
  back,
  onPatch,
  onBin,
}: {
  group: TorqueGroup;
  /** Some of its bolts are signed: a specification half typed must not change what they were signed at. */
  signed: boolean;
  /** Gives what was found out back to the sheet or the vehicle. */
  back: React.ReactNode;
  onPatch: (data: Partial<TorqueGroup>, what: string) => void;
  onBin: () => void;
}) {
  const own = { shape: resources.torqueGroup, value: g, onChange: onPatch };
  return (
    <div className="pmore">
      <div className="fields">
        <ShapeFields {...own} fields={[{ at: "name", label: "where", words: true, what: "name" }]} />
        <SpecField
          label="specification, as written"
          value={g.specTyped}
          whileTyping={!signed}
          onCommit={(specTyped) =>
            onPatch(
              {
                specTyped,
                specOrigin: specTyped ? (g.specOrigin === "missing" ? "estimated" : g.specOrigin) : "missing",
              },
              specTyped || "no specification",
            )
          }
        />
        <ShapeFields
          {...own}
          fields={[{ at: "specSource", label: "source", words: true, placeholder: "sheet and row" }]}
        />
        <Choice
          label="the figure is"
          value={g.specOrigin}
          options={ORIGINS}
          onChange={(specOrigin) => {
            if (specOrigin === "specified" && !g.specTyped) return;
            onPatch({ specOrigin }, ORIGINS[specOrigin]);
          }}
        />
        <Choice
          label="pattern"
          value={g.pattern}
          options={PATTERNS}
          onChange={(pattern) =>
            onPatch(
              { pattern, count: pattern === "box" ? 4 : pattern === "line" ? Math.min(g.count, 12) : g.count },
              PATTERNS[pattern],
            )
          }
        />
        <NumberField
          label="fasteners"
          value={g.count}
          min={g.pattern === "box" ? 4 : 1}
          max={g.pattern === "box" ? 4 : g.pattern === "line" ? 12 : 64}
          whole
          unit=""
          whileTyping={false}
          onCommit={(count) => onPatch({ count: count ?? 1 }, `${count ?? 1} fasteners`)}
        />
        <ShapeFields
          {...own}
          fields={[
            { at: "thread", label: "thread", words: true, placeholder: "M10x1.25" },
            { at: "grade", label: "grade", options: GRADES, what: "grade" },
            { at: "lengthMm", label: "long", kind: "length", clears: true, hint: "not known" },
          ]}
        />
        <TextField
          label="passes"
          whileTyping={false}
          value={passesText(g.passes)}
          check={(text) => (readPasses(text) ? undefined : "accepted: snug, 60 %, 100 %")}
          onCommit={(text) => {
            const passes = readPasses(text);
            if (passes) onPatch({ passes }, `passes ${text}`);
          }}
        />
        <ShapeFields
          {...own}
          fields={[
            { at: "loadNeeded", label: "torqued", options: LOADS },
            { at: "reuse", label: "bolts", options: REUSE },
            { at: "threadLocker", label: "thread locker", words: true, placeholder: "none" },
            { at: "lubricant", label: "lubricant", words: true, placeholder: "dry" },
            { at: "check", label: "check pass", options: CHECKS },
          ]}
        />
        <NumberField
          label="shop’s tolerance of a single value"
          value={g.tolerancePct}
          {...boundsOf(resources.torqueGroup, "tolerancePct")}
          unit="% either way"
          onCommit={(tolerancePct) => onPatch({ tolerancePct: tolerancePct ?? USUAL_TOLERANCE_PCT }, "tolerance")}
        />
        <p className="row-flex">
          <SlotSwitch
            on={g.twoPeople}
            label={`${g.name} is signed by two people`}
            onChange={(twoPeople) => onPatch({ twoPeople }, twoPeople ? "signed by two" : "signed by one")}
          />
          signed by two people
        </p>
      </div>
      <div className="row-flex">
        <span className="lb">An estimate never becomes a specification by itself.</span>
        <span className="push" />
        {back}
        <Button size="small" onClick={onBin}>
          Into the bin
        </Button>
      </div>
    </div>
  );
}
