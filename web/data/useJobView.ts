import { useMemo } from "react";
import { jobChildren, type JobView, type Person, type RecordHead } from "../../contract";
import { useJobQuery, useShopQuery } from "./api";
import { useAppSelector } from "./hooks";
import { inOrder } from "../../domain";
import { oneWithPending, withPending } from "./saving";

/** A job as the person left it: what the server has, with the edits on their way laid over. */
export function useJobView(id: string) {
  const pending = useAppSelector((s) => s.saving.pending);
  // A job opened a moment ago is asked for once the server has it.
  const onItsWay = pending.some(
    (e) => e.kind === "change" && e.request.operations.some((op) => op.op === "create" && op.id === id),
  );
  const query = useJobQuery(id, { skip: onItsWay });
  const view = useMemo((): JobView | null => {
    const data = query.data;
    if (!data) return null;
    const children = Object.fromEntries(
      jobChildren.map((c) => [
        c,
        inOrder(
          withPending(data[c] as RecordHead[], c, pending, (r) => (r as RecordHead & { jobId: string }).jobId === id),
        ),
      ]),
    );
    return {
      ...data,
      ...children,
      job: oneWithPending(data.job, "job", pending),
      vehicle: oneWithPending(data.vehicle, "vehicle", pending),
    };
  }, [query.data, pending, id]);
  return { view, error: onItsWay ? undefined : query.error, refetch: query.refetch };
}

/** The people of the shop, and who works at this screen. */
export function usePeople() {
  const { data } = useShopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  const personId = useAppSelector((s) => s.session.personId);
  const people = useMemo(
    () => withPending<Person>(data?.people ?? [], "person", pending, () => true),
    [data?.people, pending],
  );
  return {
    people,
    me: people.find((p) => p.id === personId) ?? null,
    nameOf: (id: string | null) => people.find((p) => p.id === id)?.name ?? "",
    initialsOf: (id: string | null) => people.find((p) => p.id === id)?.initials ?? "",
  };
}
