import { z } from 'zod'
import { slot } from '../../phrases'
import type { BenchState } from '../../bench'
import { countOf } from '../../names'
import type { Value } from '../../values'
import { defineBlock } from '../defineStep'
import type { BlockMove } from '../defineStep'
import { valueNameSchema } from '../fields'
import { partOf, say } from '../../sentence'
import { entriesOf, entryNow, entryParts, MOST_ENTRIES, oneOf, sourceSchema } from '../sources'
import type { Source } from '../sources'

/** What a loop over files has by itself. */
const ALL_FILES = { pattern: '', what: 'files', order: 'name' } as const

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
    ...['{folder}', '[the] {folder} folder'].map((folder) => ({
      say: `[for] each|every file|files in|of ${folder}`,
      gives: { source: { kind: 'files', folder: slot('folder', '${downloads}'), ...ALL_FILES }, as: 'file' },
      body: 'steps',
    })),
    {
      say: '[for] each|every file|files {folder}',
      gives: { source: { kind: 'files', folder: slot('folder', '${downloads}'), ...ALL_FILES }, as: 'file' },
      body: 'steps',
      isHeardOnly: true,
    },
    ...(['newer', 'older'] as const).map((age) => ({
      say: `[for] each|every file|files in|of {folder} ${age} than {duration}`,
      gives: {
        source: {
          kind: 'files',
          folder: slot('folder', '${downloads}'),
          ...ALL_FILES,
          [`${age}ThanMs`]: slot('duration'),
        },
        as: 'file',
      },
      body: 'steps',
    })),
    {
      say: '[for] each|every {pattern} file|files in|of {folder}',
      gives: {
        source: { kind: 'files', folder: slot('folder', '${downloads}'), ...ALL_FILES, pattern: slot('pattern') },
        as: 'file',
      },
      body: 'steps',
    },
    {
      say: '[for] each|every file|files',
      gives: { source: { kind: 'files', folder: '${downloads}', ...ALL_FILES }, as: 'file' },
      assumes: 'of the downloads, since no folder is said',
      body: 'steps',
      isHeardOnly: true,
    },
    {
      say: '[for] each|every window of {program}',
      gives: { source: { kind: 'windows', programId: slot('program') }, as: 'window' },
      body: 'steps',
    },
    { say: '[for] each|every [open] window', gives: { source: { kind: 'windows' }, as: 'window' }, body: 'steps' },
    {
      say: '[for] each|every [running] program',
      gives: { source: { kind: 'programs' }, as: 'program' },
      body: 'steps',
    },
    { say: '[for] each|every device', gives: { source: { kind: 'devices' }, as: 'device' }, body: 'steps' },
    { say: '[for] each|every tab', gives: { source: { kind: 'tabs' }, as: 'tab' }, body: 'steps' },
    {
      say: '[for] each|every lever of {frame}',
      gives: { source: { kind: 'levers', frameId: slot('frame') }, as: 'lever' },
      body: 'steps',
    },
    { say: '[for] each|every lever', gives: { source: { kind: 'levers' }, as: 'lever' }, body: 'steps' },
    {
      say: '[for] each|every line of {text}',
      gives: { source: { kind: 'lines', text: slot('text', '') }, as: 'line' },
      body: 'steps',
    },
    {
      say: '[for] each|every row of {path}',
      gives: { source: { kind: 'csv', path: slot('path', '') }, as: 'row' },
      body: 'steps',
    },
    {
      say: '[for] each|every line',
      gives: { source: { kind: 'lines', text: '' }, as: 'line' },
      body: 'steps',
      isHeardOnly: true,
    },
    {
      say: '[for] each|every row',
      gives: { source: { kind: 'csv', path: '' }, as: 'row' },
      body: 'steps',
      isHeardOnly: true,
    },
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
  rounds({ source }, bench, context) {
    const entries = entriesOf(source, bench, context)
    return entries.ok ? entries.value.length : undefined
  },
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
        left > 0 ? `${count(kept.length)}; ${countOf(left, 'more is', 'more are')} left` : count(kept.length)
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
