import { useMemo } from "react";
import { jobChildren, type JobView, type Person, type RecordHead } from "../../../contract";
import { useJobQuery, useShopQuery } from "../../app/api";
import { useAppSelector } from "../../app/hooks";
import { oneWithPending, withPending } from "../../app/saving";

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
        withPending(
          data[c] as RecordHead[],
          c,
          pending,
          (r) => (r as RecordHead & { jobId: string }).jobId === id,
        ).toSorted(byPosition),
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

const byPosition = (a: object, b: object): number =>
  ("position" in a ? Number(a.position) : 0) - ("position" in b ? Number(b.position) : 0);

/** A place after the last one, for lists a person orders. */
export const nextPosition = (list: readonly { position: number }[]): number =>
  list.reduce((top, r) => Math.max(top, r.position), 0) + 1;

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
