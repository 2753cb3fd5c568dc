import type { BenchState } from '../bench'
import { NO_VALUES } from '../command'
import type { NameTexts, ValueTable } from '../command'
import { own } from '../result'
import { textIn, withTexts } from '../values'
import { LayeredTable } from './layeredTable'

/**
 * Every name a text of a step can use: named values in front of known folders. Most texts use a name or two, so that
 * texts are looked up one by one; all of them are put together for who asks for `values`.
 */
export class StepNames implements NameTexts {
  readonly broken: ValueTable['broken']
  #values: Readonly<Record<string, string>> | undefined

  constructor(
    private readonly folders: BenchState['folders'],
    private readonly table: ValueTable,
  ) {
    this.broken = table.broken
  }

  get values(): Readonly<Record<string, string>> {
    return (this.#values ??= this.putTogether())
  }

  readonly textOf = (name: string): string | undefined => {
    const { table, folders } = this
    if (!(table instanceof LayeredTable)) return own(table.values, name) ?? own(folders, name)
    return textIn(table.scope, name) ?? namesFor({ folders }, table.under).textOf(name)
  }

  readonly names = () => Object.keys(this.values)

  private putTogether(): Readonly<Record<string, string>> {
    const { table, folders } = this
    if (!(table instanceof LayeredTable)) return { ...folders, ...table.values }
    return withTexts(namesFor({ folders }, table.under).values, table.scope)
  }
}

/** A step has many texts, and one table for all of them. */
const namesByTable = new WeakMap<ValueTable, { readonly folders: BenchState['folders']; readonly names: StepNames }>()

export function namesFor({ folders }: Pick<BenchState, 'folders'>, table: ValueTable = NO_VALUES): StepNames {
  const known = namesByTable.get(table)
  if (known?.folders === folders) return known.names
  const names = new StepNames(folders, table)
  namesByTable.set(table, { folders, names })
  return names
}
