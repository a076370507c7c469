import { Button } from "antd";
import { boundsOf, resources, type TorqueGroup } from "../../../contract";
import { lacksSource, withSpec } from "../../../domain";
import { FastenerFields } from "../../pieces/torque/FastenerFields";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
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
const CRITICAL = {
  none: "no",
  steering: "yes, steering",
  seat: "yes, seat or belt",
  brake: "yes, brake",
  driveline: "yes, drive line",
  lift: "yes, lifting point",
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
            <>
              <Choice
                label="holds the vehicle until signed"
                value={g.critical}
                options={CRITICAL}
                onChange={(critical) => onPatch({ critical }, CRITICAL[critical])}
              />
              <QuantityField
                label="self-locking nut takes"
                kind="torque"
                typed={g.prevailing?.typed}
                base={g.prevailing?.base ?? null}
                min={0}
                max={500}
                hint="none"
                onCommit={(prevailing) => onPatch({ prevailing }, `self-locking nut takes ${prevailing.typed}`)}
                onClear={() => onPatch({ prevailing: null }, "no self-locking nut")}
              />
              <ShapeFields
                {...own}
                fields={[
                  {
                    at: "prevailingSource",
                    label: "self-locking nut: where its torque is from",
                    words: true,
                    placeholder: "leaflet, or common practice",
                  },
                ]}
              />
              <NumberField
                label="shop’s tolerance of a single value"
                value={g.tolerancePct}
                {...boundsOf(resources.torqueGroup, "tolerancePct")}
                unit="% either way"
                onCommit={(tolerancePct) => onPatch({ tolerancePct: tolerancePct ?? USUAL_TOLERANCE_PCT }, "tolerance")}
              />
            </>
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
