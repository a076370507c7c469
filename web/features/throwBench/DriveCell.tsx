import { boundsOf, resources } from "../../../contract";
import type { Drive, LeverGeometry, Point } from "../../../core";
import type { BenchSetup } from "../../../domain";
import { SHIFTER_NAMES } from "../../format/words";
import { PercentField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Choice } from "../../ui/TextField";
import { StripCell } from "../../ui/Strip";
import type { SetupPatch } from "./benchProps";

/** A drive of another kind, placed where the present one ends. */
function driveOf(kind: Drive["kind"], lever: LeverGeometry): Drive {
  const { drive, pin } = lever;
  const far: Point =
    drive.kind === "rod" || drive.kind === "arm"
      ? drive.joint
      : drive.kind === "cable"
        ? drive.anchor
        : { xMm: pin.xMm + 380, zMm: pin.zMm };
  const axisDeg = drive.kind === "direct" || drive.kind === "rod" ? drive.axisDeg : 0;
  switch (kind) {
    case "direct":
      return { kind, axisDeg };
    case "rod":
      return { kind, joint: far, axisDeg };
    case "arm":
      return { kind, joint: far, armPivot: { xMm: far.xMm, zMm: far.zMm - 50 } };
    case "cable":
      return { kind, anchor: far, ratio: 1 };
  }
}

/** The drive each lever had of each kind: a look at another kind and back loses no joint. */
const remembered = new Map<string, Drive>();

/** What the pin drives: rail, rod, arm or cable. */
export function DriveCell({
  setup,
  onPatch,
}: {
  setup: BenchSetup;
  onPatch: (patch: SetupPatch, label: string) => void;
}) {
  const { lever } = setup;
  const { drive } = lever;
  return (
    <StripCell title="Drive" of="two wide">
      <Choice
        label="kind"
        value={drive.kind}
        options={SHIFTER_NAMES}
        onChange={(kind) => {
          remembered.set(`${setup.id}/${drive.kind}`, drive);
          const next = remembered.get(`${setup.id}/${kind}`) ?? driveOf(kind, lever);
          onPatch({ lever: { ...lever, drive: next } }, `${setup.name}: ${SHIFTER_NAMES[kind]}`);
        }}
      />
      {(drive.kind === "direct" || drive.kind === "rod") && (
        <QuantityField
          label="axis rises"
          kind="angle"
          base={drive.axisDeg}
          {...boundsOf(resources.setup, "lever.drive.axisDeg")}
          onCommit={({ base }) =>
            onPatch({ lever: { ...lever, drive: { ...drive, axisDeg: base } } }, `${setup.name}: axis`)
          }
        />
      )}
      {drive.kind === "cable" && (
        <PercentField
          label="cable per mm of travel"
          value={drive.ratio}
          {...boundsOf(resources.setup, "lever.drive.ratio")}
          unit=""
          onCommit={(ratio) =>
            ratio !== null && onPatch({ lever: { ...lever, drive: { ...drive, ratio } } }, `${setup.name}: cable ratio`)
          }
        />
      )}
    </StripCell>
  );
}
