import { Button, Input, Modal } from "antd";
import { useState } from "react";
import { formatNumber } from "../../../core";
import type { Ledger } from "../../../domain";
import { count } from "../../format/words";

/** What the next customer is told about each kit, in words that can be sent. */
export function customerText({ kits }: Ledger): string {
  const pct = (n: number): string => `${formatNumber(n, 0)} %`;
  return kits
    .map((k) => {
      const name = [k.name, k.maker && `by ${k.maker}`].filter(Boolean).join(" ");
      const { low, high } = k.measured;
      const spread = Math.round(low) === Math.round(high) ? pct(low) : `${formatNumber(low, 0)} to ${pct(high)}`;
      const effort =
        k.effortFactor === null ? "" : ` It takes about ${formatNumber(k.effortFactor, 1)} times the effort.`;
      return `${name}: the maker says ${pct(k.claimedPct)} shorter; we measured ${pct(k.measured.pct)} (${spread}) on ${count(k.jobs.length, "vehicle")}.${effort}`;
    })
    .join("\n\n");
}

export function ForCustomer({ ledger, onClose }: { ledger: Ledger; onClose: () => void }) {
  const text = customerText(ledger);
  const [copied, setCopied] = useState(false);
  return (
    <Modal
      open
      title="A word for the next customer"
      width={560}
      onCancel={onClose}
      footer={
        <Button type="primary" onClick={() => void navigator.clipboard?.writeText(text).then(() => setCopied(true))}>
          {copied ? "Copied" : "Copy the text"}
        </Button>
      }
    >
      <Input.TextArea aria-label="Text for the customer" readOnly autoSize={{ minRows: 6, maxRows: 18 }} value={text} />
    </Modal>
  );
}
