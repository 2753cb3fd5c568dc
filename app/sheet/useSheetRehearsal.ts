import { computed, ref, shallowRef } from 'vue'
import type { Ref } from 'vue'
import { readInputs } from '~~/core/levers'
import { countOf } from '~~/core/names'
import { beginPart, marksOf, pathOf, scopeOfRun, startRun } from '~~/core/run'
import type { Part } from '~~/core/run'
import { pathsById } from '~~/core/sheets'
import type { Step } from '~~/core/steps'
import type { Scope, Value } from '~~/core/values'
import { useMirror } from '~/live/useMirror'
import { rehearsalContext, useRehearsal } from '~/live/useRehearsal'
import { useRehearsedQuestion } from '~/questions/useRehearsedQuestion'
import { runMarks } from './runMarks'
import type { SheetSubject } from './sheetSubject'
import { useWalk } from './useWalk'

/**
 * What a sheet would do: all of it, some rows by themselves, or as far as it is walked through. Whole, it is shown where
 * `isIdle` says that there is no run to show.
 */
export function useSheetRehearsal(steps: Ref<Step[]>, subject: () => SheetSubject, isIdle: () => boolean) {
  const mirror = useMirror()
  /** What was typed for names, to try rows with. */
  const given = ref<Record<string, Value>>({})
  const answers = ref<Readonly<Record<string, Value>>>({})
  const walking = useWalk()
  const { walk } = walking

  const lever = () => {
    const { id = 'new-lever', name, plate, frameId } = subject()
    return { id, name, plate, frameId, steps: steps.value }
  }
  /** What the lever is given, with what was typed for it and its standards; without what is still missing. */
  const read = computed(() => {
    const wanted = subject().inputs ?? []
    const own = Object.fromEntries(
      Object.entries(given.value).filter(([name]) => wanted.some((one) => one.name === name)),
    )
    return readInputs(wanted, own)
  })
  const inputs = computed<Scope>(() => {
    if (read.value.ok) return { ...given.value, ...read.value.value }
    const standards = (subject().inputs ?? []).flatMap(({ name, standard }) =>
      standard === undefined ? [] : [[name, standard] as const],
    )
    return { ...Object.fromEntries(standards), ...given.value }
  })

  /** What is rehearsed where that is not the whole sheet. */
  const only = shallowRef<{ ids: readonly string[]; andOn: boolean }>()
  /** The rows that are rehearsed by themselves, as paths; those that have gone meanwhile are rehearsed no more. */
  const part = computed<Part | undefined>(() => {
    if (!only.value) return undefined
    const paths = pathsById(steps.value)
    const there = only.value.ids.flatMap((id) => paths.get(id) ?? [])
    return there.length === 0 ? undefined : { paths: there, andOn: only.value.andOn, given: inputs.value }
  })

  /** What is said of an input that is not given, or is no such thing; then nothing can be foretold. */
  const unfit = computed(() => {
    const issue = read.value.ok ? undefined : read.value.issues[0]
    if (!issue) return undefined
    return issue.code === 'input-missing'
      ? `To rehearse it, choose a row and give ${String(issue.at)} a value to try it with.`
      : issue.message
  })
  const meant = () => (unfit.value === undefined ? lever() : undefined)
  const { rehearsal, count } = useRehearsal(meant, () => ({
    inputs: inputs.value,
    answers: answers.value,
    ...(part.value ? { part: part.value } : {}),
    ...(walk.value ? { walk: walk.value } : {}),
  }))
  const asking = useRehearsedQuestion(rehearsal, answers, lever)
  const { question, count: answerCount, ask, forget } = asking

  const foretold = computed(() => {
    if (!rehearsal.value) return new Map<string, never>()
    const { run } = rehearsal.value
    const place = walk.value ? { phase: run.phase, path: pathOf(run.stack) } : { phase: 'ended' as const, path: '' }
    return runMarks({ marks: marksOf(run), steps: run.steps, ...place })
  })
  /** Whether the rows show it. */
  const isShown = computed(() => walk.value !== undefined || part.value !== undefined || isIdle())

  const words = computed(() => {
    if (!isShown.value) return undefined
    if (unfit.value !== undefined) return unfit.value
    const changes = count.value === undefined ? countOf(rehearsal.value?.changes.length ?? 0, 'change') : '…'
    if (walk.value) return walkWords(changes)
    if (part.value && !rehearsal.value && count.value === undefined)
      return 'These rows cannot be rehearsed by themselves.'
    if (question.value !== undefined) return `The rehearsal stops where it asks: ${question.value}`
    if (part.value?.andOn) return `Rehearsed from this row on: ${changes}.`
    return part.value ? `Only these rows are rehearsed: ${changes}.` : undefined
  })

  function walkWords(changes: string): string {
    const phase = rehearsal.value?.run.phase
    if (phase === 'asking') return `It asks: ${question.value}`
    if (phase === 'ended') return `Rehearsed to its end: ${rehearsal.value!.run.outcome}, ${changes}, none made.`
    return `Rehearsed as far as the lit row: ${changes}, none made.`
  }

  /** What names stand for at a row as the bench stands: a loop has its first entry there. In a walk, where that stands. */
  function scopeAt(path: string): Scope {
    if (walk.value && rehearsal.value) return scopeOfRun(rehearsal.value.run)
    try {
      const context = rehearsalContext(mirror, subject().frameId)
      const run = startRun(lever(), { ...context, inputs: inputs.value })
      const tried = { paths: [path], given: inputs.value }
      return scopeOfRun(beginPart(run, tried, mirror.bench, { ...context, isRehearsal: true }))
    } catch {
      return inputs.value
    }
  }

  /** Whoever leaves a walk is asked nothing more. */
  function leave(): void {
    walking.leave()
    asking.leave()
  }

  function begin(): void {
    if (unfit.value !== undefined) return
    answers.value = {}
    walking.begin()
    ask()
  }

  return {
    /** What inputs stand for when it is tried. */
    inputs,
    rehearsal,
    foretold,
    isShown,
    words,
    question,
    answerCount,
    ask,
    forget,
    part,
    scopeAt,
    walk,
    canBegin: computed(() => unfit.value === undefined),
    isPaused: computed(() => walk.value !== undefined && rehearsal.value?.run.phase === 'paused'),
    canGoBack: computed(() => (rehearsal.value?.walked ?? 0) > 0),
    begin,
    step: () => rehearsal.value && walking.step(rehearsal.value),
    back: () => rehearsal.value && walking.back(rehearsal.value),
    goOn: (pauses: readonly string[]) => rehearsal.value && walking.on(rehearsal.value, pauses),
    leave,
    /** Some rows by themselves, or all from the first of them on. */
    rehearseOnly: (ids: readonly string[], andOn: boolean) => {
      leave()
      only.value = { ids, andOn }
    },
    /** The whole of it again, from its beginning to its end. */
    rehearseAll: () => {
      leave()
      only.value = undefined
    },
    name: (wanted: string, value: Value) => {
      if (walk.value && rehearsal.value) walking.name(rehearsal.value, wanted, value)
      else given.value = { ...given.value, [wanted]: value }
    },
  }
}

export type SheetRehearsal = ReturnType<typeof useSheetRehearsal>
