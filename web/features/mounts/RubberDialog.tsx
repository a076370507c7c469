import { boundsOf, elastomerInput, isRefusal, askElastomer } from "../../../contract";
import { refusalText } from "../../format/fieldLabels";
import { Button, Modal } from "antd";
import { useState } from "react";
import { formatNumber } from "../../../core";
import { NumberField } from "../../ui/NumberField";
import { QuantityField } from "../../ui/QuantityField";
import { Choice } from "../../ui/TextField";
import css from "./mounts.module.css";

type Shape = "rectangle" | "disc" | "ring";

const SHAPES: Record<Shape, string> = { rectangle: "block", disc: "disc", ring: "ring" };

/** What may be known of a rubber. */
const KNOWN = {
  hardness: { label: "hardness", unit: "Shore A", ...boundsOf(elastomerInput, "shoreA") },
  modulus: { label: "modulus", unit: "MPa", ...boundsOf(elastomerInput, "eMPa") },
};

/** Stiffness of a mount from the rubber in it: hardness and size in, up and down and sideways out. */
export function RubberDialog({
  name,
  onTake,
  onClose,
}: {
  name: string;
  onTake: (k: { compression: number; shear: number }) => void;
  onClose: () => void;
}) {
  const [by, setBy] = useState<"hardness" | "modulus">("hardness");
  const [shoreA, setShore] = useState<number | null>(55);
  const [eMPa, setE] = useState<number | null>(24);
  const known = { hardness: { value: shoreA, onCommit: setShore }, modulus: { value: eMPa, onCommit: setE } };
  const [shape, setShape] = useState<Shape>("disc");
  const [size, setSize] = useState({ a: 60, b: 40, h: 35 });
  const block =
    shape === "rectangle"
      ? { kind: shape, aMm: size.a, bMm: size.b, hMm: size.h }
      : shape === "disc"
        ? { kind: shape, diameterMm: size.a, hMm: size.h }
        : { kind: shape, outerMm: size.a, boreMm: size.b, hMm: size.h };
  // A figure that will not do leaves nothing to show: the stiffness of the one before would be another rubber's.
  const [bad, setBad] = useState<ReadonlySet<string>>(new Set());
  const watch = (label: string) => (ok: boolean) =>
    setBad((b) => (ok === !b.has(label) ? b : new Set(ok ? [...b].filter((l) => l !== label) : [...b, label])));
  const out = askElastomer({ ...(by === "hardness" ? { shoreA } : { eMPa }), block });
  const answer = isRefusal(out) || bad.size > 0 ? null : out;
  const dimension = (key: "a" | "b" | "h", label: string) => (
    <QuantityField
      label={label}
      kind="length"
      base={size[key]}
      min={0.5}
      max={1000}
      onDraft={watch(label)}
      onCommit={({ base }) => setSize({ ...size, [key]: base })}
    />
  );
  return (
    <Modal open title={`Rubber of ${name}`} footer={null} width={560} onCancel={onClose}>
      <div className={css.unitdlg}>
        <div className="fields">
          <Choice
            label="known is"
            value={by}
            options={{ hardness: "its hardness", modulus: "its modulus (urethane)" }}
            onChange={setBy}
          />
          <NumberField key={by} {...KNOWN[by]} {...known[by]} onDraft={watch(by)} />
          <Choice label="shape" value={shape} options={SHAPES} onChange={setShape} />
          {dimension("a", shape === "rectangle" ? "long" : shape === "disc" ? "diameter" : "outside")}
          {shape !== "disc" && dimension("b", shape === "rectangle" ? "wide" : "bore")}
          {dimension("h", "thick")}
        </div>
        <p role="status">
          {bad.size
            ? `No stiffness: ${[...bad].join(" and ")} out of range.`
            : isRefusal(out)
              ? refusalText(out.error.field, out.error.accepts)
              : answer?.block &&
                `${formatNumber(answer.block.compressionNPerMm, 0)} N/mm up and down, ${formatNumber(answer.block.shearNPerMm, 0)} N/mm fore and aft and sideways; at rest.`}
        </p>
        {answer && (
          <p className="lb">
            {answer.used.source === "lindley"
              ? "By Lindley’s table for natural rubber."
              : answer.used.source === "gent"
                ? "By Gent’s formula: outside the table."
                : "By the modulus given."}{" "}
            {answer.notices.map((n) => `${n.message.charAt(0).toUpperCase()}${n.message.slice(1)}.`).join(" ")}
          </p>
        )}
        <div className="row-flex">
          <span className="push" />
          <Button
            type="primary"
            disabled={!answer?.block}
            onClick={() =>
              answer?.block &&
              onTake({
                compression: Math.round(answer.block.compressionNPerMm * 10) / 10,
                shear: Math.round(answer.block.shearNPerMm * 10) / 10,
              })
            }
          >
            Use it for {name}
          </Button>
        </div>
      </div>
    </Modal>
  );
}
