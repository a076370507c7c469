import { refuse } from "../services/refused";

/** Refuses an archive, with what is wrong with it. */
export const refusedArchive = (why: string): never =>
  refuse("invalid_input", "archive", null, "an archive of this program, as it writes them", why);

/** Refuses an archive of which a part was changed or damaged on its way. */
export const damagedArchive = (name: string): never => refusedArchive(`"${name}" in it is damaged`);
