import { z } from 'zod'
import { countOf } from '../../names'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { LONGEST_SCRIPT, needKey, scriptOutcomeSchema } from '../../script'
import type { ScriptNeed, ScriptRequest } from '../../script'
import { partOf, say } from '../../sentence'
import { textOfValue } from '../../values'
import type { Value } from '../../values'
import type { BenchState } from '../../bench'
import { benchView } from '../benchView'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import type { StepContext } from '../effect'
import { calledLeverSchema, scriptSchema, valueNameSchema } from '../fields'
import { pathFrom } from '../fileWork'
import { fault } from '../finding'
import { stepIssue } from '../issues'
import type { ProgressOf } from '../progress'
import { entriesOf, entryNow, textOfFile } from '../sources'
import { quoted } from '../valueWords'

/** So often a script may ask for something of the files. */
const MOST_NEEDS = 64
/** So much of what it says is told in its note. */
const LONGEST_NOTE = 300

type Needs = ProgressOf<'script'>['needs']

/** A script works something out, gives back a value, and may have steps done. */
export const runScript = defineStep({
  kind: 'script.run',
  label: 'Run a script',
  help: 'JavaScript that sees values and bench, gives back a value, and may have steps done.',
  nature: 'script',
  phrases: [{ say: '[run] [a] script', gives: {} }],
  fields: {
    script: scriptSchema(
      z.string().max(LONGEST_SCRIPT, `A script has at most ${LONGEST_SCRIPT.toLocaleString('en')} letters.`),
    ),
    /** The name of what it gives back. */
    as: z.union([z.literal(''), valueNameSchema]).optional(),
    /** Levers that the steps it has done may pull. */
    mayPull: z.array(calledLeverSchema.min(1, 'Choose a lever.')).max(20).optional(),
  },
  fresh: { script: '' },
  keeps: ({ as }) => as,
  sentence({ script, as }) {
    const what = `a script of ${countOf(linesOf(script), 'line')}`
    return as ? say`Runs ${what} and calls what it gives back ${partOf('as', as, 'name')}.` : `Runs ${what}.`
  },
  lint: ({ script }) => (script.trim() === '' ? [fault('script', stepIssue({ code: 'script-empty' }))] : []),
  byHand: () => undefined,
  perform({ script, as, mayPull = [] }, bench, context) {
    const needs = context.progress?.kind === 'script' ? context.progress.needs : []
    const fetched = context.fetched && scriptOutcomeSchema.safeParse(context.fetched)
    if (!fetched)
      return { kind: 'fetches', request: requestOf(script, needs, bench, context), note: 'The script runs.' }
    if (!fetched.success)
      return failed([stepIssue({ code: 'script-failed', because: 'it came to nothing that can be read.' })])
    const outcome = fetched.data
    switch (outcome.kind) {
      case 'needs': {
        if (needs.length >= MOST_NEEDS)
          return failed([
            stepIssue({ code: 'script-failed', because: `it asks for more than ${MOST_NEEDS} folders and files.` }),
          ])
        const { what, path } = outcome
        const progress = { kind: 'script' as const, needs: [...needs, { what, path }] }
        const request = requestOf(script, progress.needs, bench, context)
        return { kind: 'fetches', request, progress, note: 'The script runs.' }
      }
      case 'failed': {
        const { message, line, column, said } = outcome
        const issue = stepIssue(
          { code: 'script-failed', because: `${message}${saidWords(said)}`, line, column },
          'script',
        )
        return failed([issue])
      }
      case 'gave': {
        const { value, steps, said } = outcome
        const gave = as
          ? `${as} is ${quoted(value)}.`
          : value === null
            ? 'The script ran.'
            : `It gave back ${quoted(value)}.`
        return { kind: 'does', steps, mayPull, value, note: `${gave}${saidWords(said)}` }
      }
    }
  },
})

function linesOf(source: string): number {
  return source.trim() === '' ? 0 : source.trimEnd().split(/\r\n|\n|\r/).length
}

function saidWords(said: readonly string[]): string {
  if (said.length === 0) return ''
  const all = said.join(' · ')
  return ` It says: ${all.length > LONGEST_NOTE ? `${all.slice(0, LONGEST_NOTE)}…` : all}`
}

/** All that the script is given, as the bench and the names stand. */
function requestOf(source: string, needs: Needs, bench: BenchState, context: StepContext): ScriptRequest {
  const texts = Object.entries(namesFor(bench, context.values).values).filter(([name]) => !name.includes('.'))
  return {
    source,
    values: { ...Object.fromEntries(texts), ...context.scope },
    bench: benchView(bench, context),
    nowMs: context.nowMs,
    given: Object.fromEntries(needs.map((need) => [needKey(need), answered(need, bench, context)] as const)),
  }
}

function answered(
  need: Pick<ScriptNeed, 'what' | 'path'>,
  bench: BenchState,
  context: StepContext,
): ScriptRequest['given'][string] {
  const read = need.what === 'folder' ? entriesIn(need.path, bench, context) : textAt(need.path, bench, context)
  return read.ok ? { value: read.value } : { issue: read.issues.map(({ message }) => message).join(' ') }
}

/** The files and folders of a folder, each as a loop over them has it. */
function entriesIn(folder: string, bench: BenchState, context: StepContext): Result<Value> {
  const source = { kind: 'files' as const, folder, pattern: '', what: 'both' as const, order: 'name' as const }
  const entries = entriesOf(source, bench, context)
  if (!entries.ok) return entries
  if (entries.value.length > MOST_LISTED)
    return fail(stepIssue({ code: 'too-many', count: entries.value.length, most: MOST_LISTED, what: 'file' }))
  return succeed(entries.value.flatMap((entry) => entryNow(source, entry, bench) ?? []))
}

/** So many files of one folder a script is given. */
const MOST_LISTED = 10_000

function textAt(path: string, bench: BenchState, context: StepContext): Result<Value> {
  const whole = pathFrom(path, bench, context.values)
  return whole.ok ? textOfFile(textOfValue(whole.value), bench) : whole
}
