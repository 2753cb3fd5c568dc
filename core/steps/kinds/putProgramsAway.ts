import { z } from 'zod'
import { slot } from '../../phrases'
import { hasUnsaved } from '../../bench'
import type { BenchState, BenchWindow, Change } from '../../bench'
import { countOf } from '../../names'
import { own } from '../../result'
import { closeAll, closeWindow, unsavedOutcome, unsavedPhrases, unsavedQuestion } from '../closing'
import type { Settled } from '../closing'
import { together, times, click, think } from '../byHand'
import { eachNamed } from '../cause'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import type { StepContext, StepEffect } from '../effect'
import { unsavedPolicySchema, unsavedWords } from '../fields'
import type { UnsavedPolicy } from '../fields'
import { note } from '../finding'
import {
  choiceParts,
  lintChoice,
  missingIn,
  namesOfPrograms,
  programChoiceSchema,
  programsMeant,
} from '../programChoice'
import { choicePart, say } from '../../sentence'

const awayWords = { close: 'Closes', hide: 'Hides' }

/** Closes or hides many programs at once; one that asks about unsaved work does not keep the others. */
export const putProgramsAway = defineStep({
  kind: 'programs.put-away',
  label: 'Close or hide programs',
  help: 'These, all, all but these, a category, or the one in front. Keen Lever itself is never among them.',
  nature: 'program',
  phrases: [
    ...unsavedPhrases('close|quit|end|exit', '{several}', { which: slot('several'), how: 'close' }),
    { say: 'hide {which}', gives: { which: slot('which'), how: 'hide' } },
  ],
  fields: {
    which: programChoiceSchema,
    how: z.enum(['close', 'hide']),
    unsaved: unsavedPolicySchema.default('ask'),
  },
  fresh: { which: { kind: 'these', programIds: [] }, how: 'close', unsaved: 'ask' },
  sentence({ which, how, unsaved }, names) {
    const what = choiceParts('which', which, names)
    if (how === 'hide') return say`${choicePart('how', how, awayWords)} ${what}.`
    return say`${choicePart('how', how, awayWords)} ${what} and ${choicePart('unsaved', unsaved, unsavedWords)}.`
  },
  lint({ which, how, unsaved }, bench, table) {
    const missing = lintChoice(which, bench, table)
    const asked = how === 'close' && unsaved === 'ask' ? withUnsaved(programsMeant(which, bench, table)) : []
    const programs = namesOfPrograms(
      asked.map(({ programId }) => programId),
      bench,
    )
    return [...missing, ...(asked.length > 0 ? [note('unsaved', { code: 'unsaved-asked', programs })] : [])]
  },
  mayCause: ({ which, how }, bench) => (how === 'close' ? eachNamed('program-ends', which, bench) : []),
  byHand: ({ which }, bench) =>
    together(think, times(Math.max(1, which.kind === 'these' ? which.programIds.length : bench.stack.length), click)),
  perform({ which, how, unsaved }, bench, context) {
    const missing = missingIn(which, bench, context.values)
    if (missing.length > 0) return failed(missing)
    const meant = programsMeant(which, bench, context.values)
    return how === 'hide' ? hide(meant, bench) : close(meant, unsaved, bench, context)
  },
})

type Meant = ReturnType<typeof programsMeant>

function withUnsaved(meant: Meant): Meant {
  return meant.filter(({ windows }) => windows.some(hasUnsaved))
}

function hide(meant: Meant, bench: BenchState): StepEffect {
  const shown = meant.filter(({ windows }) => windows.some(({ mode }) => mode !== 'hidden'))
  const changes = shown.flatMap(({ windows }) =>
    windows.map(({ id }): Change => ({ kind: 'window.mode', windowId: id, mode: 'hidden' })),
  )
  const names = namesOfPrograms(
    shown.map(({ programId }) => programId),
    bench,
  )
  return {
    kind: 'done',
    changes,
    note: shown.length === 0 ? 'There was nothing to hide.' : `${countOf(shown.length, 'program')} hidden: ${names}.`,
  }
}

/** What has no unsaved work closes first; then each program that has some, after its question where one is asked. */
function close(meant: Meant, policy: UnsavedPolicy, bench: BenchState, context: StepContext): StepEffect {
  const { progress, answer, nowMs } = context
  const under = progress?.kind === 'asking' ? progress : undefined
  const settled = new Set(under?.settled)
  const notes = [...(under?.notes ?? [])]
  const changes: Change[] = []
  const clean = meant.filter(({ windows }) => !windows.some(hasUnsaved))
  if (clean.length > 0) {
    changes.push(...clean.flatMap(({ windows }) => windows.map(closeWindow)))
    const ids = clean.map(({ programId }) => programId)
    notes.push(`${countOf(clean.length, 'program')} closed: ${namesOfPrograms(ids, bench)}.`)
  }
  for (const { programId, windows } of withUnsaved(meant)) {
    if (settled.has(programId)) continue
    const isAnswered = under?.about === programId && answer !== undefined
    const how = policy === 'ask' ? (isAnswered ? (answer as Settled) : undefined) : policy
    if (how === undefined)
      return {
        kind: 'asks',
        changes,
        question: unsavedQuestion(bench, windows),
        progress: { kind: 'asking', about: programId, settled: [...settled], notes },
      }
    const closed = closeOne(windows, how, bench, nowMs)
    if (closed.kind === 'failed') return closed
    changes.push(...closed.changes)
    settled.add(programId)
    notes.push(`${own(bench.programs, programId)?.name ?? programId}: ${unsavedOutcome[how]}`)
  }
  return { kind: 'done', changes, note: notes.join(' ') || 'None of them was running.' }
}

function closeOne(
  windows: readonly BenchWindow[],
  how: Settled,
  bench: BenchState,
  nowMs: number,
): { kind: 'closed'; changes: readonly Change[] } | Extract<StepEffect, { kind: 'failed' }> {
  const closed = closeAll(windows, how, bench, nowMs)
  return closed.ok ? { kind: 'closed', changes: closed.value } : failed(closed.issues)
}
