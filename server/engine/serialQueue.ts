/**
 * Runs one piece of work after the other, in the order in which they were asked for; a failure does not stop the next.
 */
export class SerialQueue {
  private tail: Promise<unknown> = Promise.resolve()

  run<T>(work: () => Promise<T>): Promise<T> {
    const result = this.tail.then(work)
    this.tail = result.catch(() => undefined)
    return result
  }

  /** Resolves when everything asked for so far is done. */
  async idle(): Promise<void> {
    await this.tail
  }
}
