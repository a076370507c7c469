import { useMemo } from "react";
import { ulid } from "ulid";
import type { Fields, NewFields, Operation, RecordHead, ResourceName } from "../../../contract";
import { useAppDispatch, useAppSelector } from "../hooks";
import { saving } from "./queue";

/** The ways to write from a screen. Every call is one step of undo; it shows at once and is sent by itself. */
export interface Editor {
  create<R extends ResourceName>(resource: R, data: NewFields<R>, label: string): string;
  update<R extends ResourceName>(resource: R, record: RecordHead, data: Partial<Fields<R>>, label: string): void;
  remove(resource: ResourceName, record: RecordHead, label: string, withJobs?: boolean): void;
  all(label: string, operations: Operation[]): void;
  undo(): void;
  redo(): void;
}

export const newId = (): string => ulid();

export function useEdit(scope: string): Editor {
  const dispatch = useAppDispatch();
  const personId = useAppSelector((s) => s.session.personId);
  return useMemo(() => {
    const send = (label: string, operations: Operation[]): void => {
      dispatch(
        saving.actions.enqueued({
          kind: "change",
          request: { id: ulid(), personId, scope, label: label.slice(0, 120), operations },
          queuedAt: new Date().toISOString(),
        }),
      );
    };
    const step = (kind: "undo" | "redo"): void => {
      dispatch(
        saving.actions.enqueued({
          kind,
          request: { id: ulid(), personId, scope, force: false },
          queuedAt: new Date().toISOString(),
        }),
      );
    };
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
      undo: () => step("undo"),
      redo: () => step("redo"),
    };
  }, [dispatch, personId, scope]);
}
