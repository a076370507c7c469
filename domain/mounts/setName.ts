import type { MountRoomState } from "../../contract";

/** What a set of mounts is called; one that is not on the list is the original, new. */
export const setNameOf = (id: string, sets: MountRoomState["sets"]): string =>
  sets.find((s) => s.id === id)?.name ?? "original, new";
