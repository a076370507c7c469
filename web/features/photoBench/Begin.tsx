import { Button } from "antd";
import { useRef, useState } from "react";
import { addressOf, type Operation } from "../../../contract";
import { sheetKinds } from "../../../core";
import { isUnreachable, useLazyPhotoSheetQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { refusedText, sendFile } from "../../data/sendFile";
import type { StageProps } from "../../data/stage";
import { finePhotoUpload } from "../../data/uploads";
import { usePeople } from "../../data/useJobView";
import { useFilePick } from "../../ui/useFilePick";
import { SHEET_NAMES } from "./words";
import css from "./photoBench.module.css";

/** The sheet to print, in each size. */
export function PrintSheet() {
  return (
    <ul className={css.sheets}>
      {sheetKinds.map((kind) => (
        <li key={kind}>
          <a href={addressOf("measuringSheet", { sheet: kind })} target="_blank" rel="noreferrer">
            {SHEET_NAMES[kind]}
          </a>
        </li>
      ))}
    </ul>
  );
}

type Phase = { at: "rest" } | { at: "sending"; part: number } | { at: "looking" };

/** Takes a photograph in, looks for the sheet in it, and begins its measuring. */
export function TakePicture({
  view,
  edit,
  onTaken,
  primary,
}: StageProps & { onTaken: (id: string) => void; primary?: boolean }) {
  const { me } = usePeople();
  const sending = useRef<AbortController | null>(null);
  const [phase, setPhase] = useState<Phase>({ at: "rest" });
  const [says, setSays] = useState<string | null>(null);
  const [look] = useLazyPhotoSheetQuery();

  const take = async (file: File): Promise<void> => {
    const until = new AbortController();
    sending.current = until;
    setSays(null);
    setPhase({ at: "sending", part: 0 });
    try {
      const kept = await sendFile(
        finePhotoUpload,
        file,
        file.name,
        (part) => setPhase({ at: "sending", part }),
        until.signal,
      );
      setPhase({ at: "looking" });
      const asked = look(kept.file, true);
      until.signal.addEventListener("abort", () => asked.abort());
      const { data: seen } = await asked;
      if (until.signal.aborted) return;
      const [photoId, id] = [newId(), newId()];
      const operations: Operation[] = [
        {
          op: "create",
          resource: "photo",
          id: photoId,
          data: {
            jobId: view.job.id,
            file: kept.file,
            widthPx: kept.widthPx,
            heightPx: kept.heightPx,
            focal35Mm: kept.focal35Mm,
            name: file.name.slice(0, 200),
            takenBy: me?.id ?? null,
            takenAt: new Date().toISOString(),
          },
        },
        {
          op: "create",
          resource: "sheetPhoto",
          id,
          data: {
            jobId: view.job.id,
            photoId,
            focal35Mm: kept.focal35Mm,
            ...(seen?.ok && { sheet: seen.kind, corners: seen.corners }),
          },
        },
      ];
      edit.all("Picture on the measuring sheet", operations);
      onTaken(id);
    } catch (error) {
      setSays(
        isUnreachable(error)
          ? "No connection to the program: the picture waits with you. Try again in a moment."
          : refusedText(error, "The picture"),
      );
    } finally {
      sending.current = null;
      setPhase({ at: "rest" });
    }
  };
  const picker = useFilePick("image/*", "Photograph of the levers on the sheet", ([file]) => void take(file));

  return (
    <>
      {phase.at === "rest" ? (
        <Button type={primary ? "primary" : "default"} onClick={picker.pick}>
          Take a picture in
        </Button>
      ) : (
        <span className={css.sending} role="status">
          {phase.at === "sending" ? (
            <progress max={1} value={phase.part} aria-label="Taking the picture in" />
          ) : (
            "Looking for the marks…"
          )}
          <Button size="small" onClick={() => sending.current?.abort()}>
            Cancel
          </Button>
        </span>
      )}
      {picker.field}
      {says && (
        <p className="why" role="alert">
          {says}
        </p>
      )}
    </>
  );
}
