import { usePeople } from "../../data/useJobView";
import { dateText } from "../../format/words";

/** Whose work it was and on which day, as far as it is known. */
export function WhoWhen({ personId, at }: { personId: string | null; at: string | null }) {
  const { initialsOf } = usePeople();
  return <span className="lb">{[initialsOf(personId), at && dateText(at)].filter(Boolean).join(", ")}</span>;
}
