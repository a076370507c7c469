import { Button, Input, Modal } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useVehiclesQuery } from "../../app/api";
import { newId, useEdit } from "../../app/saving";
import { useAppSelector } from "../../app/hooks";
import { Tag } from "../../ui/pictograms";
import { SHIFTER_NAMES } from "../../format/words";
import { Choice } from "../../ui/TextField";
import type { Vehicle } from "../../../contract";

/** Find the vehicle, or enter a new one by its tag, and open a job on it. */
export function OpenJob({ onClose, vehicle }: { onClose: () => void; vehicle?: { id: string; tag: string } }) {
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const [fresh, setFresh] = useState(false);
  const [draft, setDraft] = useState({ tag: "", make: "", model: "", owner: "" });
  const [kind, setKind] = useState<Vehicle["shifterKind"]>("rod");
  const [complaint, setComplaint] = useState("");
  const [picked, setPicked] = useState(vehicle ?? null);
  const { data } = useVehiclesQuery({ search: text, limit: 8 }, { skip: fresh || Boolean(picked) });
  const edit = useEdit("shop");
  const personId = useAppSelector((s) => s.session.personId);
  const tag = draft.tag.trim();
  const tagTrouble = tag.length > 16 ? "accepted: up to 16 characters" : "";
  const can = picked || (fresh && tag && !tagTrouble);

  const open = (): void => {
    const jobId = newId();
    const vehicleId = picked?.id ?? newId();
    const now = new Date().toISOString();
    edit.all(`Job opened on ${picked?.tag ?? tag}`, [
      ...(picked
        ? []
        : [
            {
              op: "create" as const,
              resource: "vehicle" as const,
              id: vehicleId,
              data: {
                tag,
                make: draft.make.trim(),
                model: draft.model.trim(),
                owner: draft.owner.trim(),
                shifterKind: kind,
                ...(kind === "cable" && { layout: "eastWest", drivenWheels: "front" }),
              },
            },
          ]),
      {
        op: "create",
        resource: "job",
        id: jobId,
        data: {
          vehicleId,
          complaint: complaint.trim().slice(0, 4000),
          loadStateBy: personId,
          waits: { kind: "nothing", what: "Ask and measure", since: now, until: null },
        },
      },
    ]);
    onClose();
    void navigate(`/jobs/${jobId}/ask`);
  };

  const field = (name: keyof typeof draft, label: string, max: number) => (
    <label className="field">
      <span className="lb">{label}</span>
      <Input value={draft[name]} maxLength={max} onChange={(e) => setDraft({ ...draft, [name]: e.target.value })} />
    </label>
  );

  return (
    <Modal
      open
      title={picked ? `Open a job on ${picked.tag}` : "Open a job"}
      onCancel={onClose}
      okText="Open the job"
      okButtonProps={{ disabled: !can }}
      onOk={open}
    >
      <div style={{ display: "grid", gap: 12 }}>
        {!picked && !fresh && (
          <>
            <Input
              autoFocus
              aria-label="Tag, owner or model"
              placeholder="Tag, owner or model"
              value={text}
              maxLength={80}
              onChange={(e) => setText(e.target.value)}
            />
            <ul className="lined pickv">
              {data?.vehicles.map((v) => (
                <li key={v.id}>
                  <button type="button" onClick={() => setPicked({ id: v.id, tag: v.tag })}>
                    <Tag text={v.tag} />
                    <span>
                      <b className="rt">{v.title}</b>
                      <span className="lb">{v.owner}</span>
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            {data?.vehicles.length === 0 && <p className="q">No vehicle matches.</p>}
            <div>
              <Button
                onClick={() => {
                  setFresh(true);
                  setDraft({ ...draft, tag: text.trim() });
                }}
              >
                It is a new vehicle
              </Button>
            </div>
          </>
        )}
        {fresh && !picked && (
          <>
            <div className="fields">
              {field("tag", "tag", 40)}
              {field("owner", "owner", 200)}
              {field("make", "make", 200)}
              {field("model", "model", 200)}
              <Choice label="shifter" value={kind} options={SHIFTER_NAMES} onChange={setKind} />
            </div>
            {tagTrouble && (
              <p className="brk" role="alert">
                tag: {tagTrouble}
              </p>
            )}
          </>
        )}
        {(picked || fresh) && (
          <label className="field">
            <span className="lb">what the driver says</span>
            <Input.TextArea
              value={complaint}
              maxLength={4000}
              autoSize={{ minRows: 3, maxRows: 8 }}
              onChange={(e) => setComplaint(e.target.value)}
            />
          </label>
        )}
      </div>
    </Modal>
  );
}
