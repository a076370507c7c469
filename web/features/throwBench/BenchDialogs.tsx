import { Modal } from "antd";
import { byTravel } from "../../../core";
import { MeasureGuide } from "./MeasureGuide";
import { TapedDialog } from "./TapedDialog";
import type { BenchModel } from "./useBenchModel";
import { Working } from "./Working";

/** How to measure, rail travel from a tape, and the calculation behind the figures. */
export function BenchDialogs({ model }: { model: BenchModel }) {
  const { gearbox, pair, taped: tapedOf, onTravel } = model.props;
  const { selected, lever } = model.bench;
  const { dialog, setDialog } = model.choice;
  const close = (): void => setDialog(null);
  if (dialog === "guide") return <MeasureGuide onClose={close} />;
  if (dialog === "taping") {
    const taped = tapedOf?.(pair.from, pair.to) ?? null;
    const gears = byTravel(gearbox, pair);
    return (
      <TapedDialog
        lever={model.old.lever}
        pair={pair}
        gears={gears}
        tapedMm={taped?.meanMm ?? null}
        tapeUmm={taped?.expandedMm ?? null}
        onUse={(travel) => {
          close();
          onTravel(gears, travel);
        }}
        onClose={close}
      />
    );
  }
  if (dialog !== "working" || !lever) return null;
  return (
    <Modal open onCancel={close} footer={null} width={760} title={`Calculation: ${selected.name}`}>
      <Working setup={selected} lever={lever} />
    </Modal>
  );
}
