/** Takes work that stops now and then, so that others can have their turn, to its end at once. */
export function atOnce<T>(work: Generator<unknown, T, undefined>): T {
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
  }
}
