import { Button, Modal } from "antd";
import { useState } from "react";
import { railTravel, type LeverGeometry } from "../../../core";
import type { GearPair } from "../../../domain";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { Num } from "../../ui/Answer";
import { QuantityField } from "../../ui/QuantityField";
import { Choice } from "../../ui/TextField";

type Way = "pair" | "halves";

/** The lever solved backwards: from a taped throw to the travel of the rail, with what the tape leaves open. */
export function TapedDialog({
  lever,
  pair,
  gears,
  tapedMm,
  tapeUmm,
  onUse,
  onClose,
}: {
  lever: LeverGeometry;
  pair: { from: string; to: string };
  /** The two gears of the pair by the sign of their travel. */
  gears: GearPair;
  tapedMm: number | null;
  /** Expanded uncertainty of the tape, mm. */
  tapeUmm: number | null;
  /** Travel toward the first gear's side and the other, mm or deg, both as sizes. */
  onUse: (travel: { positive: number; negative: number }) => void;
  onClose: () => void;
}) {
  const units = useUnits();
  const [way, setWay] = useState<Way>("pair");
  const [whole, setWhole] = useState(tapedMm);
  const [halves, setHalves] = useState<[number | null, number | null]>([null, null]);
  const [u, setU] = useState(tapeUmm ?? 1);
  const isArm = lever.drive.kind === "arm";
  const ready = way === "pair" ? whole !== null : halves[0] !== null && halves[1] !== null;
  const answer = ready
    ? railTravel(lever, way === "pair" ? { pairMm: whole ?? 0 } : { towardMm: halves[0] ?? 0, awayMm: halves[1] ?? 0 })
    : null;
  const show = (travel: number): string =>
    isArm ? units.show(Math.abs(travel), "angle") : units.show(Math.abs(travel), "length", { digits: 2 });
  return (
    <Modal open title="Rail travel from a taped throw" footer={null} width={560} onCancel={onClose}>
      <div className="taped">
        <p>
          The old lever is known, and its throw was taped. That gives the travel of the gearbox’s rail for these two
          gears, and with it every other lever can be calculated. The other gears keep their own figures.
        </p>
        <Choice
          label="the tape was held"
          value={way}
          options={{
            pair: `from ${gearShort(pair.from)} to ${gearShort(pair.to)}`,
            halves: "from neutral to each gear",
          }}
          onChange={setWay}
        />
        <div className="two">
          {way === "pair" ? (
            <QuantityField
              label={`throw, ${gearShort(pair.from)} to ${gearShort(pair.to)}`}
              kind="length"
              base={whole}
              min={0.1}
              max={5000}
              autoFocus
              onCommit={({ base }) => setWhole(base)}
            />
          ) : (
            ([0, 1] as const).map((i) => (
              <QuantityField
                key={i}
                label={`neutral to ${gearShort(i ? gears.negative : gears.positive)}`}
                kind="length"
                base={halves[i]}
                min={0.1}
                max={2500}
                onCommit={({ base }) => setHalves(i ? [halves[0], base] : [base, halves[1]])}
              />
            ))
          )}
          <QuantityField
            label="tape is sure to"
            kind="length"
            base={u}
            min={0}
            max={50}
            onCommit={({ base }) => setU(base)}
          />
        </div>
        <p role="status">
          {!answer ? (
            "Type the throw as it was taped."
          ) : answer.reached ? (
            <>
              The {isArm ? "arm turns" : "rail travels"} <Num>{show(answer.positive)}</Num>
              {way === "halves" && (
                <>
                  {" "}
                  one way and <Num>{show(answer.negative)}</Num> the other
                </>
              )}
              {way === "pair" && " each way"}, ± <Num>{show(answer.perMm * u)}</Num>.
            </>
          ) : (
            `This lever cannot throw that far: ${units.show(answer.mostMm, "length")} at most. Look at its figures, or tape again.`
          )}
        </p>
        {way === "pair" && (
          <p className="lb">
            Opposite gears are taken to travel equally far. Where they do not, tape each from neutral; take up the free
            play first.
          </p>
        )}
        <div className="row-flex">
          <span className="push" />
          <Button
            type="primary"
            disabled={!answer?.reached}
            onClick={() =>
              answer?.reached && onUse({ positive: Math.abs(answer.positive), negative: Math.abs(answer.negative) })
            }
          >
            Use it for {gearShort(pair.from)} and {gearShort(pair.to)}
          </Button>
        </div>
      </div>
    </Modal>
  );
}
