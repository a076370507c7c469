/** A value that handlers read when they run, and that nothing is drawn from. */
export class Latest<T> {
  #now: T;
  constructor(first: T) {
    this.#now = first;
  }
  get(): T {
    return this.#now;
  }
  set(next: T): void {
    this.#now = next;
  }
}
