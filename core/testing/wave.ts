import * as wavefile from "wavefile";

/** The same writer of WAV files under Node and in a bundle, for tests. */
const names = { ...wavefile } as typeof wavefile & { default?: typeof wavefile };
export const { WaveFile } = names.default ?? names;
