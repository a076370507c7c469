import { Button, Input } from "antd";
import { useState } from "react";
import { quantityWords, type ReadingQuantity } from "../../../contract";
import { QUANTITY_NAMES } from "../../format/words";
import { useKeptDraft } from "../../ui/useDraft";
import { Choice } from "../../ui/TextField";
import type { Measurand } from "../../../domain";

/** Quantities that may be taken beside the usual four; most of them in more than one place. */
const MORE = quantityWords.filter(
  (q) => !["throw", "crossGate", "freePlayForeAft", "freePlayCross", "knobHeight"].includes(q),
);

const NAMES = Object.fromEntries(MORE.map((q) => [q, QUANTITY_NAMES[q]])) as Record<(typeof MORE)[number], string>;

const PLACE_HINT: Partial<Record<ReadingQuantity, string>> = {
  mountHeight: "tail left",
  stopGap: "3rd",
  jointAngle: "joint 1",
  inclination: "gearbox",
  cableThread: "left cable",
};

/** Opens a card for one more quantity, with the place it is taken at. */
export function MeasureMore({ onAdd }: { onAdd: (measurand: Measurand) => void }) {
  const [quantity, setQuantity] = useState<(typeof MORE)[number]>("mountHeight");
  const [place, setPlace] = useKeptDraft("measure something else, where");
  const add = (): void => {
    onAdd({ quantity, fromGear: "", toGear: "", place: place.trim().slice(0, 200) || null });
    setPlace("");
  };
  return (
    <div className="more">
      <Choice label="measure something else" value={quantity} options={NAMES} onChange={setQuantity} />
      <label className="field">
        <span className="lb">where, if there are several</span>
        <Input
          value={place}
          maxLength={200}
          placeholder={PLACE_HINT[quantity]}
          onChange={(e) => setPlace(e.target.value)}
          onPressEnter={add}
        />
      </label>
      <Button onClick={add}>Open a card</Button>
    </div>
  );
}
