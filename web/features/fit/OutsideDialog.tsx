import { Button, Modal } from "antd";
import type { Signature } from "../../../contract";
import { judgeSigned, type Step } from "../../../domain";
import { judgedText, LIMITS_BY } from "../../format/limits";
import { useUnits } from "../../format/units";
import { ForReason } from "../../ui/ForReason";
import { useKeptDraft } from "../../ui/useDraft";
import type { Signed } from "./ReadingPad";

export type Outcome = Pick<Signature, "outcome" | "outcomeReason">;

/** A pull that ended outside the limits of its pass is not signed silently: what was done about it is asked. */
export function OutsideDialog({
  step,
  signed,
  draftName,
  onDone,
  onClose,
}: {
  step: Step;
  signed: Signed;
  draftName: string;
  onDone: (outcome: Outcome) => void;
  onClose: () => void;
}) {
  const units = useUnits();
  const [reason, setReason] = useKeptDraft(`${draftName} accepted`);
  const judged = judgeSigned(step, signed);
  if (!judged) return null;
  const said = judgedText(judged, units);
  const over = judged.judgement === "over";
  const done = (outcome: Outcome["outcome"], outcomeReason = ""): void => {
    setReason("");
    onDone({ outcome, outcomeReason });
  };
  return (
    <Modal open title={`Bolt ${step.bolt}: ${said.figure} is ${said.by}`} footer={null} width={520} onCancel={onClose}>
      <p>
        Accepted for {step.name}: {said.band}, {LIMITS_BY[step.limits?.by ?? "shop"]}. What was done?
        {over && " A bolt that was pulled too far may be stretched, and its thread may be damaged."}
      </p>
      <div className="outcomes">
        <Button onClick={() => done("redo")}>Loosened; this pass is done again</Button>
        <Button onClick={() => done("replaced")}>Fastener replaced; all its passes are done again</Button>
        <ForReason
          prompt="Why it is accepted"
          example="read at an angle, checked with the second wrench"
          label="Accept it for this reason"
          reason={reason}
          onReason={setReason}
          onDone={(why) => done("accepted", why)}
        />
      </div>
    </Modal>
  );
}
