import { Button, Modal } from "antd";
import { useRef, useState } from "react";
import { useDispatch } from "react-redux";
import type { ArchivePreview, ArchiveTaken, ResourceName } from "../../../contract";
import { ALL_TAGS, api } from "../../data/api";
import { archiveAddress, leaveArchive, lookAtArchive, takeArchive } from "../../data/archive";
import { errorText } from "../../format/apiError";
import { capital } from "../../format/grammar";
import { count } from "../../format/words";
import { useFilePick } from "../../ui/useFilePick";
import { SlotSwitch } from "../../ui/slots";
import css from "./shop.module.css";

const KINDS: Partial<Record<ResourceName, string>> = {
  vehicle: "vehicle",
  job: "job",
  reading: "reading",
  part: "part",
  torqueGroup: "torque group",
  photo: "photo",
  recording: "recording",
  sheet: "sheet",
  specLine: "sheet value",
  person: "user",
};

/** The whole shop out as one file, and archives of this or another shop in. */
export function Archive() {
  const dispatch = useDispatch();
  const sending = useRef<AbortController | null>(null);
  const [state, setState] = useState<"none" | "looking" | "taking">("none");
  const [said, setSaid] = useState<string | null>(null);
  const [preview, setPreview] = useState<ArchivePreview | null>(null);
  const [taken, setTaken] = useState<ArchiveTaken | null>(null);

  const look = async (chosen: File): Promise<void> => {
    setState("looking");
    setSaid(null);
    setTaken(null);
    sending.current = new AbortController();
    try {
      setPreview(await lookAtArchive(chosen, sending.current.signal));
    } catch (error) {
      setSaid(error instanceof DOMException ? "Stopped; nothing was imported." : errorText(error));
    } finally {
      setState("none");
    }
  };
  const file = useFilePick(".zip,application/zip", "Archive to import", ([chosen]) => void look(chosen));
  const take = async (theirs: string[]): Promise<void> => {
    if (!preview) return;
    setState("taking");
    setSaid(null);
    try {
      setTaken(await takeArchive(preview.token, theirs));
      setPreview(null);
      dispatch(api.util.invalidateTags([...ALL_TAGS]));
    } catch (error) {
      setSaid(errorText(error));
    } finally {
      setState("none");
    }
  };
  return (
    <section className="sect" aria-label="Archive">
      <h2 className="hd2">
        Archive <span className="lb">one zip with records, tables, pictures and recordings</span>
      </h2>
      <p className="row-flex">
        <Button href={archiveAddress("shop")} download>
          Whole shop
        </Button>
        <Button loading={state === "looking"} disabled={state !== "none"} onClick={file.pick}>
          Import an archive
        </Button>
        {state === "looking" && <Button onClick={() => sending.current?.abort()}>Stop</Button>}
      </p>
      <p className="lb" role="status">
        {said ??
          (taken
            ? `${count(taken.created, "record")} added, ${taken.updated} changed${taken.refused.length ? `, ${taken.refused.length} refused` : ""}.`
            : "A vehicle or a job goes out from its own page, with its sheets as PDF. In the archive of the whole shop are those PDFs that were made before and still hold. What an archive would change is shown first.")}
      </p>
      {taken && taken.refused.length > 0 && (
        <ul className="lined" aria-label="Refused">
          {taken.refused.map((r, i) => (
            <li key={i}>
              {KINDS[r.resource] ?? r.resource}, {r.title}: {r.why}
            </li>
          ))}
        </ul>
      )}
      {file.field}
      {preview && (
        <Preview
          preview={preview}
          busy={state === "taking"}
          failed={said}
          onTake={(theirs) => void take(theirs)}
          onLeave={() => {
            leaveArchive(preview.token);
            setSaid(null);
            setPreview(null);
          }}
        />
      )}
    </section>
  );
}

const shown = (value: unknown): string => {
  const text = typeof value === "string" ? value : JSON.stringify(value ?? "");
  return text.length > 70 ? `${text.slice(0, 69)}…` : text || "empty";
};

/** Damaged files that are named one by one. */
const MOST_NAMED = 12;

/** What taking it in would do; each conflict with both sides, and which is kept. */
function Preview({
  preview,
  busy,
  failed,
  onTake,
  onLeave,
}: {
  preview: ArchivePreview;
  busy: boolean;
  /** Why the import did not come to its end; null where it has not failed. */
  failed: string | null;
  onTake: (theirs: string[]) => void;
  onLeave: () => void;
}) {
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set());
  const { manifest, fresh, same, conflicts } = preview;
  const total = Object.values(fresh).reduce((a, b) => a + b, 0);
  const lines = Object.entries(fresh)
    .filter(([kind]) => KINDS[kind as ResourceName])
    .map(([kind, n]) => count(n, KINDS[kind as ResourceName] ?? kind));
  const choose = (id: string, on: boolean): void => {
    const next = new Set(theirs);
    if (on) next.add(id);
    else next.delete(id);
    setTheirs(next);
  };
  return (
    <Modal
      open
      width={760}
      title={`${manifest.title}${manifest.shop ? `, from ${manifest.shop}` : ""}`}
      okText={total || theirs.size ? `Import ${count(total + theirs.size, "record")}` : "Nothing to import"}
      okButtonProps={{ disabled: !total && !theirs.size }}
      confirmLoading={busy}
      onOk={() => onTake([...theirs])}
      onCancel={onLeave}
    >
      <p>
        {total ? `New: ${lines.join(", ")}.` : "Nothing in it is new."}{" "}
        {same > 0 && `${capital(count(same, "record"))} the same as here.`}{" "}
        {preview.missing > 0 && `${capital(count(preview.missing, "picture or recording"))} missing in it.`}
      </p>
      {preview.damaged.length > 0 && (
        <p>
          <b>Damaged and left out:</b> {preview.damaged.slice(0, MOST_NAMED).join(", ")}
          {preview.damaged.length > MOST_NAMED && ` and ${preview.damaged.length - MOST_NAMED} more`}.
        </p>
      )}
      {failed !== null && (
        <p role="alert">
          <b>{failed}</b> What was imported so far is kept. Import it again to go on; otherwise the rest is imported
          when the program starts next.
        </p>
      )}
      {conflicts.length > 0 && (
        <>
          <p>
            <b>
              {conflicts.length === 1
                ? "One record says otherwise than here."
                : `${conflicts.length} records say otherwise than here.`}
            </b>{" "}
            What is not switched stays as it is here.
          </p>
          <ul className={`lined ${css.conflicts}`} aria-label="Conflicts">
            {conflicts.map((c) => (
              <li key={c.id}>
                <span className="row-flex">
                  <SlotSwitch
                    on={theirs.has(c.id)}
                    label={`Take ${c.title} as the archive has it`}
                    onChange={(on) => !c.binned && choose(c.id, on)}
                  />
                  <b>{c.title}</b>
                  <span className="lb">
                    {c.binned ? "in the bin here: restore it first" : (KINDS[c.resource] ?? "")}
                  </span>
                </span>
                {c.fields.slice(0, 6).map((f) => (
                  <p key={f.field} className="lb">
                    {f.field}: here “{shown(f.here)}”, there “{shown(f.there)}”
                  </p>
                ))}
              </li>
            ))}
          </ul>
        </>
      )}
    </Modal>
  );
}
