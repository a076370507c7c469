import { Button, Input, Modal } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useVehiclesQuery } from "../../data/api";
import { newId, useEdit } from "../../data/saving";
import { Tag } from "../../ui/pictograms";
import { count, DRIVEN_NAMES, LAYOUT_NAMES, SHIFTER_NAMES } from "../../format/words";
import { Choice } from "../../ui/TextField";
import { z } from "zod";
import { shifterKinds } from "../../../contract";
import { useKeptDraft } from "../../ui/useDraft";
import { Press } from "../../ui/Press";

const formShape = z.object({
  fresh: z.boolean().default(false),
  picked: z.object({ id: z.string(), tag: z.string() }).nullable().default(null),
  kind: z.enum(shifterKinds).default("rod"),
  layout: z.enum(["", "northSouth", "eastWest"]).default(""),
  drivenWheels: z.enum(["", "front", "rear", "all"]).default(""),
  tag: z.string().default(""),
  make: z.string().default(""),
  model: z.string().default(""),
  owner: z.string().default(""),
  complaint: z.string().default(""),
});
type Form = z.output<typeof formShape>;

/** What was filled in before; an empty form where nothing readable was kept. */
function readForm(kept: string): Form {
  try {
    return formShape.parse(JSON.parse(kept || "{}"));
  } catch {
    return formShape.parse({});
  }
}

/** Find the vehicle, or enter a new one by its tag, and open a job on it. */
export function OpenJob({ onClose, vehicle }: { onClose: () => void; vehicle?: { id: string; tag: string } }) {
  const navigate = useNavigate();
  // What is filled in and not opened yet survives a reload, or a look elsewhere.
  const [kept, keep] = useKeptDraft(vehicle ? `open a job on ${vehicle.id}` : "open a job");
  const form = readForm(kept);
  const set = (patch: Partial<Form>): void => keep(JSON.stringify({ ...form, ...patch }));
  const { fresh, kind, complaint } = form;
  const [text, setText] = useState("");
  const picked = vehicle ?? form.picked;
  const { data } = useVehiclesQuery({ search: text, limit: 8 }, { skip: fresh || Boolean(picked) });
  const edit = useEdit("shop");
  const tag = form.tag.trim();
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
                make: form.make.trim(),
                model: form.model.trim(),
                owner: form.owner.trim(),
                shifterKind: kind,
                ...(form.layout && { layout: form.layout }),
                ...(form.drivenWheels && { drivenWheels: form.drivenWheels }),
                unsaid: (["layout", "drivenWheels"] as const).filter((f) => !form[f]),
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
          waits: { kind: "nothing", what: "Ask and measure", since: now, until: null },
        },
      },
    ]);
    keep("");
    onClose();
    void navigate(`/jobs/${jobId}/ask`);
  };

  const field = (name: "tag" | "make" | "model" | "owner", label: string, max: number) => (
    <label className="field">
      <span className="lb">{label}</span>
      <Input value={form[name]} maxLength={max} onChange={(e) => set({ [name]: e.target.value })} />
    </label>
  );

  return (
    <Modal
      open
      title={picked ? `Open a job on ${picked.tag}` : "Open a job"}
      onCancel={() => {
        keep("");
        onClose();
      }}
      okText="Open the job"
      okButtonProps={{ disabled: !can }}
      onOk={open}
    >
      <div style={{ display: "grid", gap: 12 }}>
        {!picked && !fresh && (
          <>
            <Input
              autoFocus
              aria-label="Tag, owner, model or job number"
              placeholder="Tag, owner, model or job number"
              value={text}
              maxLength={80}
              onChange={(e) => setText(e.target.value)}
            />
            <ul className="lined pickv">
              {data?.vehicles.map((v) => (
                <li key={v.id}>
                  <Press onClick={() => set({ picked: { id: v.id, tag: v.tag } })}>
                    <Tag text={v.tag} />
                    <span>
                      <b className="rt">{v.title || "Vehicle without a name"}</b>
                      <span className="lb">
                        {[v.owner, v.openJobs ? `${count(v.openJobs, "open job")}` : "no open job"]
                          .filter(Boolean)
                          .join(" · ")}
                      </span>
                    </span>
                  </Press>
                </li>
              ))}
            </ul>
            {data?.vehicles.length === 0 && <p className="q">No vehicle matches.</p>}
            <div>
              <Button onClick={() => set({ fresh: true, tag: text.trim() })}>It is a new vehicle</Button>
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
              <Choice label="shifter" value={kind} options={SHIFTER_NAMES} onChange={(next) => set({ kind: next })} />
              <Choice
                label="engine"
                value={form.layout}
                options={{ "": "not said yet", ...LAYOUT_NAMES }}
                onChange={(layout) => set({ layout })}
              />
              <Choice
                label="driven"
                value={form.drivenWheels}
                options={{ "": "not said yet", ...DRIVEN_NAMES }}
                onChange={(drivenWheels) => set({ drivenWheels })}
              />
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
              onChange={(e) => set({ complaint: e.target.value })}
            />
          </label>
        )}
      </div>
    </Modal>
  );
}
