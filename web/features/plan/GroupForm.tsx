import { Button } from "antd";
import { boundsOf, resources, type TorqueGroup } from "../../../contract";
import { lacksSource, withSpec } from "../../../domain";
import { FastenerFields } from "../../pieces/torque/FastenerFields";
import { NumberField } from "../../ui/NumberField";
import { ShapeFields } from "../../ui/ShapeFields";
import { SpecField } from "../../ui/SpecField";
import { Choice, TextField } from "../../ui/TextField";

const USUAL_TOLERANCE_PCT = resources.torqueGroup.shape.tolerancePct.parse(undefined);

const ORIGINS = {
  specified: "specified, from a document",
  claimed: "claimed by a seller",
  estimated: "estimated",
  missing: "without a source",
  measured: "measured",
  calculated: "calculated",
} as const;
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
  const patchSpec = (change: Parameters<typeof withSpec>[1], what: string): void => {
    const data = withSpec(g, change);
    if (Object.keys(data).length) onPatch(data, what);
  };
  const own = { shape: resources.torqueGroup, value: g, onChange: onPatch };
  return (
    <div className="pmore">
      <div className="fields">
        <ShapeFields {...own} fields={[{ at: "name", label: "where", words: true, what: "name" }]} />
        <SpecField
          label="specification, as written"
          value={g.specTyped}
          whileTyping={!signed}
          onCommit={(specTyped) => patchSpec({ specTyped }, specTyped || "no specification")}
        />
        <TextField
          label={lacksSource(g) ? "where does it say so? Document, page" : "source"}
          value={g.specSource}
          placeholder="Sheet 8-2, page 12"
          {...boundsOf(resources.torqueGroup, "specSource")}
          onCommit={(specSource) => patchSpec({ specSource }, specSource ? `source: ${specSource}` : "no source")}
        />
        <Choice
          label="the figure is"
          value={g.specOrigin}
          options={ORIGINS}
          onChange={(specOrigin) => patchSpec({ specOrigin }, ORIGINS[specOrigin])}
        />
        <FastenerFields
          shape={own.shape}
          value={g}
          name={g.name}
          onPatch={onPatch}
          more={
            <NumberField
              label="shop’s tolerance of a single value"
              value={g.tolerancePct}
              {...boundsOf(resources.torqueGroup, "tolerancePct")}
              unit="% either way"
              onCommit={(tolerancePct) => onPatch({ tolerancePct: tolerancePct ?? USUAL_TOLERANCE_PCT }, "tolerance")}
            />
          }
        />
      </div>
      <div className="row-flex">
        <span className="lb">
          {lacksSource(g)
            ? "A value without its source is no specification. Name the document and the page."
            : g.specOrigin === "estimated"
              ? "Estimated. With the document and the page it is a specification."
              : ""}
        </span>
        <span className="push" />
        {back}
        <Button size="small" onClick={onBin}>
          Into the bin
        </Button>
      </div>
    </div>
  );
}
