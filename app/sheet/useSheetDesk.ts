import { computed, ref, shallowRef } from 'vue'
import type { Ref } from 'vue'
import { useRouter } from 'vue-router'
import type { LeverInput } from '~~/core/levers'
import { reverseOf } from '~~/core/reverse'
import { countOf } from '~~/core/names'
import { beginPart, marksOf, scopeOfRun, startRun } from '~~/core/run'
import type { Part } from '~~/core/run'
import { pathsById, stepAt } from '~~/core/sheets'
import type { Kit } from '~~/core/sheets'
import { lintSheet } from '~~/core/steps'
import type { KnownNames, Step } from '~~/core/steps'
import type { Scope, Value } from '~~/core/values'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { rehearsalContext, useRehearsal } from '~/live/useRehearsal'
import { runMarks } from './runMarks'
import { useSheet } from './useSheet'
import { useTrial } from './useTrial'

/** The lever whose sheet it is, as it is being written. */
export interface SheetSubject {
  readonly id?: string
  readonly name: string
  readonly plate: number
  readonly frameId: string
  readonly steps: Step[]
  readonly inputs?: readonly LeverInput[] | null
}

/** A sheet with all that is known of it: what is wrong, what it did, what it would do, and what can be tried. */
export function useSheetDesk(steps: Ref<Step[]>, subject: () => SheetSubject) {
  const mirror = useMirror()
  const notices = useNotices()
  const router = useRouter()
  const sheet = useSheet(steps)
  const trial = useTrial(() => {
    const { id, name, plate, frameId } = subject()
    return { id, name, plate, frameId, steps: steps.value }
  })
  /** Steps before which a trial pauses, by id. */
  const pauses = ref<ReadonlySet<string>>(new Set())
  /** What was typed for names, to try rows with. */
  const given = ref<Record<string, Value>>({})
  const isFinding = ref(false)
  const kit = shallowRef<Kit>()
  const isSavingKit = ref(false)

  const known = computed<KnownNames>(() => new Map((subject().inputs ?? []).map(({ name }) => [name, 'any'] as const)))
  const findings = computed(() => lintSheet(steps.value, mirror.bench, mirror.tableOf(subject().frameId), known.value))
  const faults = computed<ReadonlySet<string>>(() => {
    const ids = new Set<string>()
    for (const { path, finding } of findings.value) {
      const id = finding.severity === 'fault' ? stepAt(steps.value, path)?.id : undefined
      if (id !== undefined) ids.add(id)
    }
    return ids
  })

  const standardInputs = computed<Scope>(() =>
    Object.fromEntries(
      (subject().inputs ?? []).flatMap(({ name, standard }) => (standard === undefined ? [] : [[name, standard]])),
    ),
  )
  /** What is rehearsed where that is not the whole sheet. */
  const only = shallowRef<{ ids: readonly string[]; andOn: boolean }>()
  /** The rows that are rehearsed by themselves, as paths; those that have gone meanwhile are rehearsed no more. */
  const part = computed<Part | undefined>(() => {
    if (!only.value) return undefined
    const paths = pathsById(steps.value)
    const there = only.value.ids.flatMap((id) => paths.get(id) ?? [])
    return there.length === 0 ? undefined : { paths: there, andOn: only.value.andOn, given: given.value }
  })
  const { rehearsal, count } = useRehearsal(
    () => {
      const { id = 'new-lever', name, plate, frameId } = subject()
      return { id, name, plate, frameId, steps: steps.value }
    },
    () => ({ inputs: { ...standardInputs.value, ...given.value }, ...(part.value ? { part: part.value } : {}) }),
  )
  const onlyWords = computed(() => {
    if (!part.value) return undefined
    const what = count.value === undefined ? countOf(rehearsal.value?.changes.length ?? 0, 'change') : '…'
    if (rehearsal.value === undefined && count.value === undefined)
      return 'These rows cannot be rehearsed by themselves.'
    return part.value.andOn ? `Rehearsed from this row on: ${what}.` : `Only these rows are rehearsed: ${what}.`
  })
  const foretold = computed(() => {
    if (!rehearsal.value) return new Map<string, never>()
    const { run } = rehearsal.value
    return runMarks({ marks: marksOf(run), steps: run.steps, phase: 'ended', path: '' })
  })
  const did = computed(() => runMarks(trial.report.value))
  /** What rows show: what they did, and where nothing ran yet what they would do. */
  const marks = computed(() => (did.value.size > 0 && !part.value ? did.value : foretold.value))

  /** What names stand for at a row as the bench stands: a loop has its first entry there. */
  function scopeAt(path: string): Scope {
    const { id = 'new-lever', name, plate, frameId } = subject()
    try {
      const context = rehearsalContext(mirror, frameId)
      const run = startRun({ id, name, plate, steps: steps.value }, { ...context, inputs: standardInputs.value })
      const part = { paths: [rowPath(path)], given: given.value }
      return scopeOfRun(beginPart(run, part, mirror.bench, { ...context, isRehearsal: true }))
    } catch {
      return { ...standardInputs.value, ...given.value }
    }
  }

  const isBusy = computed(() => trial.report.value !== undefined && trial.report.value.phase !== 'ended')
  const pausePaths = () => {
    const paths = pathsById(steps.value)
    return [...pauses.value].flatMap((id) => paths.get(id) ?? [])
  }
  const options = () => ({ pauses: pausePaths(), given: { ...standardInputs.value, ...given.value } })

  /** The rows that are meant, where they can be tried together. */
  function triedPaths(): string[] {
    const paths = sheet.chosenPaths.value.map(rowPath)
    const lists = new Set(paths.map((path) => path.slice(0, Math.max(0, path.lastIndexOf('.')))))
    if (lists.size <= 1) return paths
    notices.show({ text: 'Rows of one list are tried together. Mark rows that stand in one block.', tone: 'fault' })
    return []
  }

  function tryRows(): void {
    if (isBusy.value) return
    const paths = triedPaths()
    only.value = undefined
    if (paths.length > 0) void trial.pull(paths, options())
  }

  function rehearseRows(andOn = false): void {
    const paths = andOn ? triedPaths().slice(0, 1) : triedPaths()
    if (paths.length > 0) only.value = { ids: paths.map((path) => stepAt(steps.value, path)!.id), andOn }
  }

  function tryFrom(isSlow: boolean): void {
    only.value = undefined
    const [path] = sheet.chosenPaths.value
    if (path !== undefined) void trial.pull([rowPath(path)], { ...options(), andOn: true, isSlow })
  }

  function togglePause(): void {
    const row = sheet.at.value
    if (row?.kind !== 'step') return
    const after = new Set(pauses.value)
    if (!after.delete(row.key)) after.add(row.key)
    pauses.value = after
  }

  /** A name that is typed is for trials; while a run pauses it is altered in the run. */
  function name(wanted: string, value: Value): void {
    if (trial.report.value?.phase === 'paused') void trial.name(wanted, value)
    else given.value = { ...given.value, [wanted]: value }
  }

  const markedSteps = computed(() =>
    sheet.markedIds.value.size === 0 ? [] : sheet.chosenPaths.value.map((path) => stepAt(steps.value, path)!),
  )

  async function saveKit(called: string): Promise<void> {
    const chosen = sheet.chosenPaths.value.map((path) => stepAt(steps.value, path)!)
    const saved = await notices.attempt(() => callApi('createKit', { body: { name: called, steps: chosen } }))
    if (!saved) return
    isSavingKit.value = false
    notices.say(`Saved the kit ${saved.name}. Type its name where a step is inserted.`)
  }

  /** Makes a lever that does the opposite of the run that is shown, or of what was rehearsed. */
  async function turnRound(): Promise<void> {
    const runId = part.value ? undefined : trial.runId.value
    const back =
      runId === undefined
        ? rehearsal.value && reverseOf(rehearsal.value.run, rehearsal.value.bench)
        : await notices.attempt(() => callApi('reverseRun', { id: runId }))
    if (!back) return
    const left = back.without.map(({ sentence, because }) => `${sentence} ${because}`)
    const note: Step[] =
      left.length === 0
        ? []
        : [
            {
              id: 'left',
              kind: 'note',
              text: `Without an opposite: ${left.join(' ')}`.slice(0, 2000),
              onFailure: 'stop',
            },
          ]
    if (back.steps.length + note.length === 0)
      return notices.say('It changed nothing, so there is nothing to take back.')
    const { name: called, frameId } = subject()
    const body = {
      frameId,
      name: `Way back from ${called || 'a lever'}`.slice(0, 120),
      steps: [...back.steps, ...note],
    }
    const made = await notices.attempt(() => callApi('createLever', { body }))
    if (!made) return
    notices.say(
      left.length === 0
        ? `Made ${made.plate} ${made.name}.`
        : `Made ${made.plate} ${made.name}; its last row says what has no opposite.`,
    )
    void router.push(`/levers/${made.id}`)
  }

  const isKnownName = (wanted: string) =>
    Object.hasOwn(mirror.bench.folders, wanted) ||
    Object.hasOwn(mirror.tableOf(subject().frameId).values, wanted) ||
    known.value.has(wanted)

  return {
    sheet,
    trial,
    pauses,
    known,
    findings,
    faults,
    marks,
    did,
    foretold,
    rehearsal,
    count,
    scopeAt,
    isBusy,
    isFinding,
    isSavingKit,
    kit,
    tryRows,
    tryFrom,
    rehearseRows,
    rehearseFrom: () => rehearseRows(true),
    rehearseAll: () => (only.value = undefined),
    onlyWords,
    markedSteps,
    togglePause,
    name,
    saveKit,
    turnRound,
    isKnownName,
    options,
  }
}

/** A second way is tried with the row that it stands for. */
function rowPath(path: string): string {
  return path.replace(/\.alternative.*$/, '')
}

export type SheetDesk = ReturnType<typeof useSheetDesk>
