import type { LocationQuery } from 'vue-router'
import { runFilterSchema } from '~~/core/ledger'
import type { RunFilter } from '~~/core/ledger'

/** The parts of a filter as they stand in the address of the view: days as they are written. */
export interface LedgerQuery {
  readonly lever: string
  readonly frame: string
  readonly outcome: string
  readonly by: string
  readonly program: string
  /** The first day and the last, as `2026-11-25`. */
  readonly from: string
  readonly until: string
  readonly text: string
}
export const LEDGER_QUERY: LedgerQuery = {
  lever: '',
  frame: '',
  outcome: '',
  by: '',
  program: '',
  from: '',
  until: '',
  text: '',
}

export function ledgerQueryOf(query: LocationQuery): LedgerQuery {
  const text = (value: LocationQuery[string] | undefined) => (typeof value === 'string' ? value : '')
  const { lever, frame, outcome, by, program, from, until, text: words } = query
  return {
    lever: text(lever),
    frame: text(frame),
    outcome: text(outcome),
    by: text(by),
    program: text(program),
    from: text(from),
    until: text(until),
    text: text(words),
  }
}

/** The filter that is meant; what cannot be meant, such as an outcome that there is none of, is left out. */
export function runFilterOf({ lever, frame, outcome, by, program, from, until, text }: LedgerQuery): RunFilter {
  const parts = {
    leverId: lever,
    frameId: frame,
    outcome,
    source: by,
    programId: program,
    fromMs: dayBegins(from, 0),
    untilMs: dayBegins(until, 1),
    text,
  }
  const said = Object.entries(parts).filter(([name, value]) => {
    if (value === '' || value === undefined) return false
    return runFilterSchema.safeParse({ [name]: value }).success
  })
  return runFilterSchema.parse(Object.fromEntries(said))
}

/** When a day begins here, or one some days later, in ms since 1970; undefined for what is no day. */
function dayBegins(day: string, later: number): number | undefined {
  const found = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day)
  if (!found) return undefined
  const [year, month, date] = found.slice(1).map(Number) as [number, number, number]
  return new Date(year, month - 1, date + later).getTime()
}
