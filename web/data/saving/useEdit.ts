import { useMemo } from "react";
import { decodeTime, monotonicFactory, ulid } from "ulid";
import type { Fields, NewFields, Operation, RecordHead, ResourceName } from "../../../contract";
import { useAppDispatch, useAppSelector } from "../hooks";
import { holdBlob } from "./blobs";
import type { Entry, UploadKind } from "./entries";
import { saving } from "./queue";

/** The ways to write from a screen. Every call is one step of undo; it shows at once and is sent by itself. */
export interface Editor {
  create<R extends ResourceName>(resource: R, data: NewFields<R>, label: string): string;
  update<R extends ResourceName>(resource: R, record: RecordHead, data: Partial<Fields<R>>, label: string): void;
  remove(resource: ResourceName, record: RecordHead, label: string, withJobs?: boolean): void;
  all(label: string, operations: Operation[]): void;
  /** Keeps a file that cannot go out now; it is sent, and its record made, once the server answers. */
  file<R extends UploadKind>(
    resource: R,
    file: File | Blob,
    name: string,
    data: Partial<NewFields<R>>,
    label: string,
  ): void;
  undo(): void;
  redo(): void;
}

/** Sends a change; `correction` is the reason where the job it belongs to is closed. */
export type Send = (operations: Operation[], correction: string | null) => void;

/** What stands between a screen and the saving of its edits: it adds what follows from them, or asks first. */
export type Through = (operations: Operation[], send: Send) => void;

const straight: Through = (operations, send) => send(operations, null);

export const newId = (): string => ulid();

const monotonic = monotonicFactory();
let latest = 0;

/** A key after every earlier one of this tab, though the clock be put back. */
export function nextKey(): string {
  const key = monotonic(Math.max(Date.now(), latest));
  latest = decodeTime(key);
  return key;
}

/** An editor whose edits go through `through`, which stays the same from one rendering to the next. */
export function useEdit(scope: string, through: Through = straight): Editor {
  const dispatch = useAppDispatch();
  const personId = useAppSelector((s) => s.session.personId);
  const station = useAppSelector((s) => s.session.station);
  const shopId = useAppSelector((s) => s.saving.shopId);
  return useMemo(() => {
    const whose = { personId, station, shopId, scope };
    const head = () => ({
      key: nextKey(),
      tab: station,
      queuedAt: new Date().toISOString(),
      sent: false,
      trouble: null,
    });
    const enqueue = (entry: Entry): void => void dispatch(saving.actions.enqueued(entry));
    const send = (label: string, wanted: Operation[]): void =>
      through(wanted, (operations, correction) =>
        enqueue({
          ...head(),
          kind: "change",
          request: { id: ulid(), ...whose, label: label.slice(0, 120), operations, correction },
        }),
      );
    const step = (kind: "undo" | "redo"): void =>
      enqueue({ ...head(), kind, request: { id: ulid(), ...whose, force: false } });
    return {
      create: (resource, data, label) => {
        const id = ulid();
        send(label, [{ op: "create", resource, id, data: data as Record<string, unknown> }]);
        return id;
      },
      update: (resource, record, data, label) =>
        send(label, [
          { op: "update", resource, id: record.id, version: record.version, data: data as Record<string, unknown> },
        ]),
      remove: (resource, record, label, withJobs) =>
        send(label, [
          { op: "delete", resource, id: record.id, version: record.version, ...(withJobs && { withJobs }) },
        ]),
      all: send,
      file: (resource, file, name, data, label) => {
        const wanted: Operation[] = [{ op: "create", resource, id: ulid(), data: data as Record<string, unknown> }];
        through(wanted, (operations, correction) => {
          const own = head();
          holdBlob(own.key, file);
          enqueue({
            ...own,
            kind: "file",
            request: { id: ulid(), ...whose, label: label.slice(0, 120), operations, correction },
            upload: { to: resource, name, bytes: file.size },
          });
        });
      },
      undo: () => step("undo"),
      redo: () => step("redo"),
    };
  }, [dispatch, personId, scope, shopId, station, through]);
}
