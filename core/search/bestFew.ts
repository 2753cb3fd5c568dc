/** The best few of many, without putting all of them in order. */
export class BestFew {
  private readonly best: number[] = []

  /** `compare` is below 0 where the first is the better one; no two are equal. */
  constructor(
    private readonly limit: number,
    private readonly compare: (one: number, other: number) => number,
  ) {}

  take(slot: number): void {
    const { best, limit, compare } = this
    if (best.length === limit && compare(slot, best[limit - 1]!) > 0) return
    let low = 0
    let high = best.length
    while (low < high) {
      const middle = (low + high) >>> 1
      if (compare(best[middle]!, slot) < 0) low = middle + 1
      else high = middle
    }
    best.splice(low, 0, slot)
    if (best.length > limit) best.pop()
  }

  inOrder(): readonly number[] {
    return this.best
  }
}
