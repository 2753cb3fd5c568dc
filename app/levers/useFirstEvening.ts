import { useLocalStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import { suggestChords } from '~~/core/clash'
import { triggerKeys } from '~~/core/levers'
import type { Lever } from '~~/core/levers'
import { describeStep } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { useBenchActs } from '~/bench/useBenchActs'
import { useClashIndex } from '~/keys/useClashIndex'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { emptyDraft } from './leverDraft'

/** More levers than these, and nobody needs to be shown how one is made. */
const FEW = 3

/**
 * The way from nothing to a lever that works, for a store without levers: what of it is done shows in what there is, so
 * that each act may as well be done elsewhere.
 */
export function useFirstEvening() {
  const mirror = useMirror()
  const notices = useNotices()
  const acts = useBenchActs()
  const clashIndex = useClashIndex()
  const stage = useLocalStorage<'none' | 'begun' | 'over'>('first-evening', 'none')
  /** What was opened by hand, as the step that does it. */
  const opened = useLocalStorage<string>('first-evening-program', '')

  watch(
    () => mirror.phase === 'live' && mirror.levers.length === 0,
    (isEmpty) => {
      if (isEmpty && stage.value === 'none') stage.value = 'begun'
    },
    { immediate: true },
  )
  const isShown = computed(() => stage.value === 'begun' && mirror.levers.length <= FEW)

  const programs = computed(() =>
    Object.values(mirror.bench.programs)
      .map(({ id, name }) => ({ value: id, name }))
      .sort((a, b) => a.name.localeCompare(b.name)),
  )
  const running = computed(() => new Set(Object.values(mirror.bench.windows).map(({ programId }) => programId)))
  const firstClosed = computed(() => programs.value.find(({ value }) => !running.value.has(value))?.value ?? '')
  const lever = computed<Lever | undefined>(() => mirror.levers.at(-1))
  const keys = computed(() => lever.value?.triggers.map(triggerKeys).find((text) => text !== ''))
  /** The last run of it that altered something. */
  const run = computed(() => mirror.runs.find((one) => one.leverId === lever.value?.id && one.changeCount > 0))
  const done = computed(() => ({
    opened: opened.value !== '' || lever.value !== undefined,
    wrapped: lever.value !== undefined,
    bound: keys.value !== undefined,
    pulled: run.value !== undefined && run.value.phase === 'ended',
    back: run.value !== undefined && run.value.putBack !== 'no',
  }))
  const isDone = computed(() => Object.values(done.value).every(Boolean))

  const stepOf = (programId: string): Step => ({
    id: 's1',
    kind: 'program.open',
    programId,
    args: [],
    onFailure: 'stop',
  })

  async function open(programId: string): Promise<void> {
    if (await acts.act({ kind: 'program.open', programId, args: [] })) opened.value = programId
  }

  async function wrap(): Promise<void> {
    const step = stepOf(opened.value)
    const name = describeStep(step, mirror.names).replace(/\.$/, '')
    await notices.attempt(() => callApi('createLever', { body: emptyDraft(mirror.frames, { name, step }) }))
  }

  async function bind(): Promise<void> {
    const one = lever.value
    if (!one) return
    const [best] = suggestChords({
      levers: mirror.levers,
      frames: mirror.framesLive,
      programs: mirror.bench.programs,
      keys: mirror.keySettings,
      index: clashIndex.now(),
      lever: one,
      count: 1,
    })
    if (!best) return
    const triggers = [{ id: 't1', kind: 'chord' as const, chord: best.chord, wins: 'auto' as const }]
    await notices.attempt(() => callApi('editLever', { id: one.id, body: { version: one.version, triggers } }))
  }

  /** Closes what was opened, so that the key has something to do. */
  async function close(): Promise<void> {
    const step = lever.value?.steps[0]
    const programId = step && 'programId' in step ? String(step.programId) : opened.value
    await acts.act({ kind: 'program.close', programId, unsaved: 'ask' })
  }
  const isOpen = computed(() => {
    const step = lever.value?.steps[0]
    return step?.kind === 'program.open' && running.value.has(step.programId)
  })

  return { isShown, isDone, done, programs, firstClosed, lever, keys, run, isOpen, open, wrap, bind, close, stage }
}
