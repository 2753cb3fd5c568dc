import { computed, ref, shallowRef, watch } from 'vue'
import type { Ref } from 'vue'
import { useRouter } from 'vue-router'
import { reverseOf } from '~~/core/reverse'
import { pathsById, stepAt } from '~~/core/sheets'
import type { Kit } from '~~/core/sheets'
import { lintSheet } from '~~/core/steps'
import type { KnownNames, Step } from '~~/core/steps'
import type { Value } from '~~/core/values'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { runMarks } from './runMarks'
import type { SheetSubject } from './sheetSubject'
import { useSheet } from './useSheet'
import { useSheetRehearsal } from './useSheetRehearsal'
import { useTrial } from './useTrial'

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

  const did = computed(() => runMarks(trial.report.value))
  const rehearsing = useSheetRehearsal(steps, subject, () => did.value.size === 0)
  const { rehearsal, foretold } = rehearsing
  /** What rows show: what they did, and where nothing ran yet what they would do. */
  const marks = computed(() => (rehearsing.isShown.value ? foretold.value : did.value))

  const isBusy = computed(() => trial.report.value !== undefined && trial.report.value.phase !== 'ended')
  const pausePaths = () => {
    const paths = pathsById(steps.value)
    return [...pauses.value].flatMap((id) => paths.get(id) ?? [])
  }
  const options = () => ({ pauses: pausePaths(), given: rehearsing.inputs.value })

  /** The rows that are meant, where they can be tried together. */
  function triedPaths(): string[] {
    const paths = sheet.chosenPaths.value.map(rowPath)
    const lists = new Set(paths.map((path) => path.slice(0, Math.max(0, path.lastIndexOf('.')))))
    if (lists.size <= 1) return paths
    notices.show({ text: 'Rows of one list are tried together. Mark rows that stand in one block.', tone: 'fault' })
    return []
  }

  function tryAll(isSlow: boolean): void {
    rehearsing.rehearseAll()
    void trial.pull(undefined, { ...options(), ...(isSlow ? { isSlow } : {}) })
  }

  function tryRows(): void {
    if (isBusy.value) return
    const paths = triedPaths()
    rehearsing.rehearseAll()
    if (paths.length > 0) void trial.pull(paths, options())
  }

  function rehearseRows(andOn = false): void {
    const paths = andOn ? triedPaths().slice(0, 1) : triedPaths()
    if (paths.length === 0) return
    const ids = paths.map((path) => stepAt(steps.value, path)!.id)
    rehearsing.rehearseOnly(ids, andOn)
  }

  function tryFrom(isSlow: boolean): void {
    rehearsing.rehearseAll()
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

  /** A step of the walk, or of the run that pauses; where there is neither a walk begins. */
  function step(): void {
    if (trial.report.value?.phase === 'paused') void trial.act('goOnRun', 'step')
    else if (isBusy.value) return
    else if (rehearsing.walk.value === undefined) rehearsing.begin()
    else if (rehearsing.isPaused.value) rehearsing.step()
  }

  /** A name that is typed is for trials; while a run pauses it is altered in the run. */
  function name(wanted: string, value: Value): void {
    if (trial.report.value?.phase === 'paused') void trial.name(wanted, value)
    else rehearsing.name(wanted, value)
  }

  // A run that begins, here or elsewhere, is what the rows show then.
  watch(isBusy, (now) => now && rehearsing.leave())

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
    const runId = rehearsing.part.value ? undefined : trial.runId.value
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
    rehearsing,
    isBusy,
    isFinding,
    isSavingKit,
    kit,
    tryAll,
    tryRows,
    tryFrom,
    rehearseRows,
    rehearseFrom: () => rehearseRows(true),
    step,
    goOn: () => rehearsing.goOn(pausePaths()),
    markedSteps,
    togglePause,
    name,
    saveKit,
    turnRound,
    isKnownName,
  }
}

/** A second way is tried with the row that it stands for. */
function rowPath(path: string): string {
  return path.replace(/\.alternative.*$/, '')
}

export type SheetDesk = ReturnType<typeof useSheetDesk>
