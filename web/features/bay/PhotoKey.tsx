import { useState } from "react";
import type { Step } from "../../../contract";
import { isUnreachable } from "../../data/api";
import { refusedText, sendFile } from "../../data/sendFile";
import { photoUpload } from "../../data/uploads";
import { usePeople } from "../../data/useJobView";
import { useFilePick } from "../../ui/useFilePick";
import { Press } from "../../ui/Press";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

/** A picture taken at this step; without a network it is kept and goes out later. */
export function PhotoKey({ bay, step }: { bay: Bay; step: Step }) {
  const { me } = usePeople();
  const [says, setSays] = useState("");
  const label = `Photo at ${step.text}`.slice(0, 110);
  const take = async (file: File): Promise<void> => {
    const about = {
      jobId: bay.view.job.id,
      readingId: null,
      name: `${step.text}: ${file.name}`.slice(0, 200),
      takenBy: me?.id ?? null,
      takenAt: new Date().toISOString(),
    };
    try {
      const kept = await sendFile(photoUpload, file, file.name, () => undefined, new AbortController().signal);
      bay.edit.create("photo", { ...about, file: kept.file, widthPx: kept.widthPx, heightPx: kept.heightPx }, label);
      setSays("kept");
    } catch (error) {
      if (isUnreachable(error)) {
        bay.edit.file("photo", file, file.name, about, label);
        setSays("kept, goes out later");
      } else setSays(refusedText(error, "The picture") ?? "");
    }
  };
  const picker = useFilePick("image/*", "Photo of this step", ([file]) => void take(file));
  return (
    <>
      <Press className={css.key} onClick={picker.pick}>
        Photo{says && <small role="status">{says}</small>}
      </Press>
      {picker.field}
    </>
  );
}
