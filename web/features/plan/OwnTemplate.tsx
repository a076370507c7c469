import { Modal } from "antd";
import { useState } from "react";
import { boundsOf, resources } from "../../../contract";
import { faultsOf, templateOf, workOf } from "../../../domain";
import { newId } from "../../data/saving";
import { useTemplates } from "../../data/useTemplates";
import type { StageProps } from "../../data/stage";
import { saveAs } from "../../ui/saveAs";
import { TextField } from "../../ui/TextField";
import { Button } from "antd";
import { templateFaultText } from "./templateWords";

/** The steps of this job as a template of the shop's own, kept here or as a file. */
export function OwnTemplate({ view, edit, onClose }: StageProps & { onClose: () => void }) {
  const workshop = useTemplates();
  const from = view.step.map((s) => s.source.split("/")[0]).find(Boolean) ?? "";
  const basis = workshop?.offered.find((t) => t.id === from) ?? null;
  const [title, setTitle] = useState(basis?.title ?? view.job.complaint.slice(0, 80));
  const supplied = workshop?.supplied.some((t) => t.id === from) ?? false;
  const own = workshop?.own.find((t) => t.content.id === from) ?? null;
  const content = templateOf(view, own?.content.id ?? `own-${newId().slice(-8)}`, title || "Own work", basis);
  const work = workOf(content);
  const faults = faultsOf(work);
  const keep = (): void => {
    if (own) edit.update("template", own, { content }, `Template kept anew: ${content.title}`);
    else
      edit.create(
        "template",
        { basedOn: supplied ? from : "", content },
        `Template of the shop's own: ${content.title}`,
      );
    onClose();
  };
  return (
    <Modal
      open
      title="Keep these steps as a template"
      onCancel={onClose}
      footer={[
        <Button key="file" onClick={() => saveAs(`${content.id}.json`, `${JSON.stringify(content, null, 2)}\n`)}>
          Save as a file
        </Button>,
        <Button key="keep" type="primary" disabled={!workshop} onClick={keep}>
          {own ? "Keep anew" : "Keep as the shop’s own"}
        </Button>,
      ]}
    >
      <TextField
        label="title"
        value={title}
        required
        max={boundsOf(resources.template, "content.title").max}
        onCommit={setTitle}
      />
      {supplied && basis && (
        <p className="lb">It takes the place of “{basis.title}” when a job is begun; what it changed is shown there.</p>
      )}
      {faults.length > 0 && (
        <ul className="lb och">
          {faults.slice(0, 6).map((f, i) => (
            <li key={i}>{templateFaultText(f, work)}</li>
          ))}
        </ul>
      )}
    </Modal>
  );
}
