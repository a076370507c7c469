import { useMemo } from "react";
import { useAppSelector } from "./hooks";
import type { UploadKind } from "./saving/entries";

/** A file that was taken without a connection: kept in this browser until it can be sent. */
export interface WaitingFile {
  key: string;
  name: string;
  /** What was said of it. */
  data: Record<string, unknown>;
}

/** The files of a job that wait to be sent. */
export function useWaitingFiles(to: UploadKind, jobId: string): WaitingFile[] {
  const pending = useAppSelector((s) => s.saving.pending);
  return useMemo(
    () =>
      pending.flatMap((e) => {
        if (e.kind !== "file" || e.upload.to !== to) return [];
        const [op] = e.request.operations;
        if (op.op !== "create" || op.data.jobId !== jobId) return [];
        return [{ key: e.key, name: String(op.data.name || e.upload.name), data: op.data }];
      }),
    [pending, to, jobId],
  );
}
