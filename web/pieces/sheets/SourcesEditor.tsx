import { Button } from "antd";
import { useState } from "react";
import { addressOf, boundsOf, resources, unknownSource, type LineSource, type SpecLine } from "../../../contract";
import { sourceText, stateOf } from "../../../domain";
import { refusedText, sendFile } from "../../data/sendFile";
import { newId } from "../../data/saving";
import { photoUpload } from "../../data/uploads";
import { TRUST_NAMES, WAY_NAMES } from "../../format/sheetWords";
import { DayField } from "../../ui/DayField";
import { useFilePick } from "../../ui/useFilePick";
import { SpecField } from "../../ui/SpecField";
import { ForReason } from "../../ui/ForReason";
import { Choice, TextField } from "../../ui/TextField";
import { useKeptDraft } from "../../ui/useDraft";
import css from "./drawer.module.css";

type Of = Pick<SpecLine, "kind" | "sources" | "decided" | "decidedReason">;

const VALUE_LABEL = {
  torque: "specification, as written",
  part: "part number",
  setting: "value, with its unit",
  fluid: "grade",
  interval: "as written",
} as const;

export const newSource = (more: Partial<LineSource> = {}): LineSource => ({
  ...unknownSource,
  id: newId(),
  typed: "",
  ...more,
});

/** The sources of a value: what each writes and where. Those that disagree stay until somebody decides, and says why. */
export function SourcesEditor({ of, onChange }: { of: Of; onChange: (patch: Partial<Of>) => void }) {
  const state = stateOf(of);
  const patch = (id: string, next: Partial<LineSource>): void =>
    onChange({ sources: of.sources.map((s) => (s.id === id ? { ...s, ...next } : s)) });
  const open = state.kind === "conflict" || (state.kind === "known" && state.decided);
  return (
    <section aria-label="Sources">
      <h3 className="hd2">
        Sources <span className="lb">what each of them says</span>
      </h3>
      {of.sources.map((s, i) => (
        <Source
          key={s.id}
          source={s}
          number={i + 1}
          kind={of.kind}
          decided={of.decided === s.id}
          onPatch={(next) => patch(s.id, next)}
          onRemove={() =>
            onChange({
              sources: of.sources.filter((o) => o.id !== s.id),
              ...(of.decided === s.id && { decided: null, decidedReason: "" }),
            })
          }
          onDecide={
            open && of.decided !== s.id ? (reason) => onChange({ decided: s.id, decidedReason: reason }) : undefined
          }
        />
      ))}
      {open && (
        <div className={css.decide}>
          <p className={state.kind === "conflict" ? "och" : "lb"} role="status">
            {state.kind === "conflict"
              ? "These sources disagree. Both stay until you decide for one."
              : "Decided. The other source stays on record."}
          </p>
          {of.decided && (
            <>
              <TextField
                label="why this one"
                value={of.decidedReason}
                placeholder="newer edition, asked the maker"
                onCommit={(decidedReason) => onChange({ decidedReason })}
              />
              <Button size="small" onClick={() => onChange({ decided: null, decidedReason: "" })}>
                Open the question again
              </Button>
            </>
          )}
        </div>
      )}
      {of.sources.length < 12 && (
        <Button size="small" onClick={() => onChange({ sources: [...of.sources, newSource()] })}>
          {of.sources.length ? "Add another source" : "Add a value with its source"}
        </Button>
      )}
    </section>
  );
}

function Source({
  source: s,
  number,
  kind,
  decided,
  onPatch,
  onRemove,
  onDecide,
}: {
  source: LineSource;
  number: number;
  kind: SpecLine["kind"];
  decided: boolean;
  onPatch: (next: Partial<LineSource>) => void;
  onRemove: () => void;
  onDecide?: (reason: string) => void;
}) {
  const [deciding, setDeciding] = useState(false);
  const [reason, setReason] = useKeptDraft(`why source ${number}`);
  return (
    <fieldset className={decided ? `${css.source} ${css.decided}` : css.source}>
      <legend className="lb">
        Source {number}
        {decided && ", decided for"}
      </legend>
      <div className="fields">
        {kind === "torque" ? (
          <SpecField label={VALUE_LABEL.torque} value={s.typed} onCommit={(typed) => onPatch({ typed })} />
        ) : (
          <TextField
            label={VALUE_LABEL[kind]}
            value={s.typed}
            max={boundsOf(resources.specLine, "sources[].typed").max}
            onCommit={(typed) => onPatch({ typed })}
          />
        )}
        <Choice label="known from" value={s.how} options={WAY_NAMES} onChange={(how) => onPatch({ how })} />
        <TextField
          label="document or person"
          value={s.title}
          placeholder="workshop sheet 8-2"
          onCommit={(title) => onPatch({ title })}
        />
        <TextField label="edition" value={s.edition} onCommit={(edition) => onPatch({ edition })} />
        <TextField label="page" value={s.page} onCommit={(page) => onPatch({ page })} />
        <DayField month label="date" value={s.date} onCommit={(date) => onPatch({ date })} />
        <Choice label="trusted" value={s.trust} options={TRUST_NAMES} onChange={(trust) => onPatch({ trust })} />
        <PageHolder file={s.photo} what={`page of source ${number}`} onFile={(photo) => onPatch({ photo })} />
      </div>
      <div className="row-flex">
        <span className="lb">{sourceText(s)}</span>
        <span className="push" />
        {onDecide && !deciding && (
          <Button size="small" onClick={() => setDeciding(true)}>
            Use this one
          </Button>
        )}
        <Button size="small" onClick={onRemove}>
          Remove this source
        </Button>
      </div>
      {onDecide && deciding && (
        <ForReason
          prompt="Why this one"
          example="newer edition, asked the maker"
          label={`Decide for ${s.typed || "this source"}`}
          reason={reason}
          onReason={(why) => setReason(why.slice(0, 200))}
          onDone={(why) => {
            setReason("");
            setDeciding(false);
            onDecide(why);
          }}
        />
      )}
    </fieldset>
  );
}

/** A picture of a page, or of the feature that tells two parts apart: sent at once, shown small. */
export function PageHolder({
  file,
  what,
  onFile,
}: {
  file: string | null;
  what: string;
  onFile: (file: string | null) => void;
}) {
  const [says, setSays] = useState<string | null>(null);
  const [part, setPart] = useState<number | null>(null);
  const add = async (picture: File): Promise<void> => {
    setSays(null);
    setPart(0);
    try {
      const kept = await sendFile(photoUpload, picture, picture.name, setPart, new AbortController().signal);
      onFile(kept.file);
    } catch (error) {
      setSays(refusedText(error, "The picture") ?? "The picture could not be sent. Try again with a connection.");
    }
    setPart(null);
  };
  const field = useFilePick("image/*", `Photo: ${what}`, ([picture]) => void add(picture));
  return (
    <span className="field">
      <span className="lb">photo</span>
      <span className="row-flex">
        {file && (
          <a href={addressOf("photoFile", { file })} target="_blank" rel="noreferrer">
            <img
              className={css.thumb}
              src={addressOf("photoFile", { file }, { size: "small" })}
              alt={`Photo: ${what}`}
              width={48}
              height={36}
            />
          </a>
        )}
        <Button size="small" disabled={part !== null} onClick={field.pick}>
          {part !== null ? `${Math.round(part * 100)} %` : file ? "Another" : "Add a photo"}
        </Button>
        {file && (
          <Button size="small" aria-label={`Remove the photo of ${what}`} onClick={() => onFile(null)}>
            ×
          </Button>
        )}
      </span>
      {says && (
        <span className="why" role="alert">
          {says}
        </span>
      )}
      {field.field}
    </span>
  );
}
