import type { ValueTable } from '../command'
import { withTexts } from '../values'
import type { Scope } from '../values'

/**
 * Named values with the texts of a scope over them. A loop has another scope in each round, and most of its steps use a
 * name or two: all of them are put together for who asks.
 */
export class LayeredTable implements ValueTable {
  #values: Record<string, string> | undefined

  constructor(
    readonly under: ValueTable,
    readonly scope: Scope,
    readonly broken: ValueTable['broken'],
  ) {}

  get values(): Record<string, string> {
    return (this.#values ??= withTexts(this.under.values, this.scope))
  }
}
