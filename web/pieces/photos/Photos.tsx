import { Button, Image } from "antd";
import { useRef, useState } from "react";
import { type JobView, type Photo, addressOf } from "../../../contract";
import type { Editor } from "../../data/saving";
import { refusedText, sendFile } from "../../data/sendFile";
import { usePeople } from "../../data/useJobView";
import { useFilePick } from "../../ui/useFilePick";
import { isUnreachable } from "../../data/api";
import { photoUpload } from "../../data/uploads";
import { useWaitingFiles } from "../../data/useWaitingFiles";
import { Press } from "../../ui/Press";
import css from "./photos.module.css";

const address = (photo: Pick<Photo, "file">, size: "whole" | "small"): string =>
  addressOf("photoFile", { file: photo.file }, { size });

/** Pictures of one reading, or of the job where no reading is named: added from a file or the camera, looked at, taken out. */
export function Photos({
  view,
  edit,
  readingId,
  what,
}: {
  view: JobView;
  edit: Editor;
  readingId: string | null;
  what: string;
}) {
  const { me } = usePeople();
  const [part, setPart] = useState<number | null>(null);
  const [says, setSays] = useState<{ text: string; bad: boolean } | null>(null);
  const sending = useRef<AbortController | null>(null);
  const shown = view.photo.filter((p) => p.readingId === readingId);
  const waiting = useWaitingFiles("photo", view.job.id).filter((w) => (w.data.readingId ?? null) === readingId);
  const about = (file: File) => ({
    jobId: view.job.id,
    readingId,
    name: file.name.slice(0, 200),
    takenBy: me?.id ?? null,
    takenAt: new Date().toISOString(),
  });

  const add = async (file: File): Promise<void> => {
    const until = new AbortController();
    sending.current = until;
    setSays(null);
    setPart(0);
    try {
      const kept = await sendFile(photoUpload, file, file.name, setPart, until.signal);
      edit.create(
        "photo",
        { ...about(file), file: kept.file, widthPx: kept.widthPx, heightPx: kept.heightPx },
        `Photo of ${what}`,
      );
      if (kept.placeRemoved) setSays({ text: "The camera’s note of where it was taken was left out.", bad: false });
    } catch (error) {
      if (isUnreachable(error)) {
        edit.file("photo", file, file.name, about(file), `Photo of ${what}`);
        return;
      }
      const text = refusedText(error, "The picture");
      setSays(text ? { text, bad: true } : null);
    } finally {
      setPart(null);
      sending.current = null;
    }
  };
  const field = useFilePick("image/jpeg,image/png,image/webp", `Photo file of ${what}`, ([file]) => void add(file));

  return (
    <div className={css.photos}>
      {shown.length > 0 && (
        <Image.PreviewGroup>
          <ul className={css.thumbs}>
            {shown.map((p) => (
              <li key={p.id}>
                <Image
                  src={address(p, "small")}
                  preview={{ src: address(p, "whole") }}
                  alt={`${what}: ${p.name || "photo"}`}
                  width={84}
                  height={63}
                />
                <Press
                  aria-label={`Take the photo ${p.name} of ${what} out`}
                  onClick={() => edit.remove("photo", p, `Photo of ${what} taken out`)}
                >
                  ×
                </Press>
              </li>
            ))}
          </ul>
        </Image.PreviewGroup>
      )}
      {waiting.length > 0 && (
        <ul className={css.waitfiles} role="status">
          {waiting.map((w) => (
            <li key={w.key} className="lb">
              {w.name}: kept here, sent when there is a connection
            </li>
          ))}
        </ul>
      )}
      {part === null ? (
        <Button size="small" type="text" onClick={field.pick} aria-label={`Add a photo of ${what}`}>
          <svg
            viewBox="0 0 20 16"
            width="18"
            height="15"
            aria-hidden="true"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.4"
          >
            <path d="M1 4h4.5L7 1.5h6L14.5 4H19v11H1z" />
            <circle cx="10" cy="9" r="3.4" />
          </svg>
          Photo
        </Button>
      ) : (
        <div className={css.sending}>
          <progress max={1} value={part} aria-label={`Taking the photo of ${what} in`} />
          <Button size="small" onClick={() => sending.current?.abort()}>
            Cancel
          </Button>
        </div>
      )}
      {field.field}
      {says && (
        <p className={says.bad ? "why" : "lb"} role={says.bad ? "alert" : "status"}>
          {says.text}
        </p>
      )}
    </div>
  );
}
