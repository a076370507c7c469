/** Thread of a screw: its pitch, or turns to the inch. Exactly one is given. */
export interface ThreadPitch {
  pitchMm?: number;
  threadsPerInch?: number;
}

const MM_PER_INCH = 25.4;

/** Advance per turn, mm. */
export const pitchOf = (thread: ThreadPitch): number => thread.pitchMm ?? MM_PER_INCH / (thread.threadsPerInch ?? 1);
