import { z } from 'zod'
import type { BenchState } from '../../bench'
import { countOf } from '../../names'
import type { Value } from '../../values'
import { defineBlock } from '../defineStep'
import type { BlockMove } from '../defineStep'
import { valueNameSchema } from '../fields'
import { partOf, say } from '../../sentence'
import { entriesOf, entryNow, entryParts, MOST_ENTRIES, oneOf, sourceSchema } from '../sources'
import type { Source } from '../sources'

/**
 * Goes round once for each entry of a source, as it was when the loop began; what is gone meanwhile, such as a file that
 * was moved, is passed over.
 */
export const eachBlock = defineBlock({
  kind: 'each',
  label: 'For each',
  help: 'Steps that are done for each file, line, row, window, program, tab, device or lever.',
  nature: 'sheet',
  phrases: [
    {
      say: '[for] each file|files [in] {folder}',
      fields: ({ folder }) => ({
        source: { kind: 'files', folder: folder ?? '${downloads}', pattern: '', what: 'files', order: 'name' },
        as: 'file',
      }),
    },
    { say: '[for] each window', fields: () => ({ source: { kind: 'windows' }, as: 'window' }) },
    { say: '[for] each program', fields: () => ({ source: { kind: 'programs' }, as: 'program' }) },
    { say: '[for] each device', fields: () => ({ source: { kind: 'devices' }, as: 'device' }) },
    { say: '[for] each lever', fields: () => ({ source: { kind: 'levers' }, as: 'lever' }) },
    { say: '[for] each line', fields: () => ({ source: { kind: 'lines', text: '' }, as: 'line' }) },
    { say: '[for] each row', fields: () => ({ source: { kind: 'csv', path: '' }, as: 'row' }) },
  ],
  isLoop: true,
  fields: (list) => ({
    source: sourceSchema,
    as: valueNameSchema,
    atMost: z.number().int().min(1, 'At least one.').max(MOST_ENTRIES).default(MOST_ENTRIES),
    steps: list,
  }),
  fresh: {
    source: { kind: 'files', folder: '${downloads}', pattern: '', what: 'files', order: 'name' },
    as: 'file',
    atMost: MOST_ENTRIES,
    steps: [],
  },
  sentence: ({ source, as, steps }, names) =>
    say`For each ${oneOf(source, 'source', names)}, called ${partOf('as', as, 'name')}, does ${countOf(steps.length, 'step')}.`,
  head: ({ source, as }, _list, names) =>
    say`For each ${oneOf(source, 'source', names)}, called ${partOf('as', as, 'name')}`,
  children: ({ steps }) => [{ list: 'steps', steps }],
  gives: ({ as, source }) => [
    [as, entryParts(source)],
    ['round', []],
  ],
  next(step, place, bench, context) {
    if (place.at === 'beginning') {
      const entries = entriesOf(step.source, bench, context)
      if (!entries.ok) return { kind: 'fail', issue: entries.issues[0]! }
      const kept = entries.value.slice(0, step.atMost)
      const left = entries.value.length - kept.length
      const because =
        left > 0 ? `${count(kept.length)}; ${left.toLocaleString('en')} more are left` : count(kept.length)
      if (kept.length === 0) return { kind: 'leave', because: 'There was nothing to go over' }
      return roundAfter(step, { at: 0, rounds: 0 }, kept, bench, because, kept)
    }
    return roundAfter(step, readState(place.state), (place.kept ?? []) as Value[], bench, '')
  },
})

interface Way {
  /** The place of the next entry. */
  readonly at: number
  readonly rounds: number
}

function readState(state: Value | undefined): Way {
  const [at, rounds] = Array.isArray(state) ? state : []
  return { at: Number(at ?? 0), rounds: Number(rounds ?? 0) }
}

function count(entries: number): string {
  return `${countOf(entries, 'entry', 'entries')}`
}

/** The next entry that is still there, or the end of the loop. */
function roundAfter(
  { source, as }: { source: Source; as: string },
  way: Way,
  kept: readonly Value[],
  bench: BenchState,
  because: string,
  keeps?: Value[],
): BlockMove {
  for (let { at } = way; at < kept.length; at++) {
    const entry = entryNow(source, kept[at]!, bench)
    if (entry === undefined) continue
    const rounds = way.rounds + 1
    return {
      kind: 'enter',
      list: 'steps',
      values: { [as]: entry, round: rounds },
      state: [at + 1, rounds],
      because,
      ...(keeps ? { keeps } : {}),
    }
  }
  const gone = kept.length - way.rounds
  const passed = gone > 0 ? `; ${countOf(gone, 'entry was', 'entries were')} gone by then` : ''
  return { kind: 'leave', because: `Went round ${countOf(way.rounds, 'time')}${passed}` }
}
