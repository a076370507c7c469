const DAY_MS = 86_400_000;

/** Moments and days counted from the day the demo is seeded on, so that its yard is never years old. */
export class DemoDays {
  private readonly zero: number;

  constructor(day: string) {
    this.zero = Date.parse(`${day}T00:00:00Z`);
    if (Number.isNaN(this.zero)) throw new RangeError(`--day: got "${day}"; accepted: a date like 2026-11-25`);
  }

  /** "2026-11-24" for -1. */
  day(offset: number): string {
    return new Date(this.zero + offset * DAY_MS).toISOString().slice(0, 10);
  }

  /** A moment on a day, "08:25" UTC. */
  at(offset: number, time: string): string {
    return `${this.day(offset)}T${time}:00.000Z`;
  }
}
