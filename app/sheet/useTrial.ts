import { onScopeDispose, shallowRef, watch } from 'vue'
import type { MarkedRun } from '~~/contract'
import type { Step } from '~~/core/steps'
import type { Value } from '~~/core/values'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

export interface Tried {
  readonly id?: string
  readonly name: string
  readonly plate?: number
  readonly frameId: string
  readonly steps: Step[]
}

/** The run whose way the rows show: the one that was tried last, else the last one of the lever. */
const READ_EVERY_MS = 150

export function useTrial(tried: () => Tried) {
  const mirror = useMirror()
  const notices = useNotices()
  const runId = shallowRef<string>()
  const report = shallowRef<MarkedRun>()
  let timer: ReturnType<typeof setTimeout> | undefined
  let isReading = false

  /** The newest run of the lever, also when it was pulled from elsewhere. */
  watch(
    () => mirror.runs.find((run) => run.leverId === (tried().id ?? 'tried') || run.id === runId.value)?.id,
    (id) => {
      if (id === undefined || id === runId.value) return
      runId.value = id
      readSoon()
    },
    { immediate: true },
  )
  watch(
    () => mirror.runs.find((run) => run.id === runId.value),
    () => readSoon(),
  )

  function readSoon(): void {
    if (timer !== undefined || runId.value === undefined) return
    timer = setTimeout(() => {
      timer = undefined
      void read()
    }, READ_EVERY_MS)
  }

  async function read(): Promise<void> {
    const id = runId.value
    if (id === undefined) return
    if (isReading) return readSoon()
    isReading = true
    try {
      const answer = await callApi('markRun', { id })
      if (id === runId.value) report.value = answer
    } catch {
      // The run may be kept no longer; what was shown stays.
    } finally {
      isReading = false
    }
  }

  async function pull(
    paths: readonly string[] | undefined,
    options: { andOn?: boolean; isSlow?: boolean; pauses?: readonly string[]; given?: Record<string, Value> } = {},
  ): Promise<void> {
    const { id, name, plate, frameId, steps } = tried()
    const { andOn, isSlow, pauses, given } = options
    const body = {
      lever: { ...(id === undefined ? {} : { id, plate }), name: name.trim() || 'A lever', frameId, steps },
      ...(paths ? { paths: [...paths] } : {}),
      ...(andOn ? { andOn } : {}),
      ...(isSlow ? { isSlow } : {}),
      ...(pauses && pauses.length > 0 ? { pauses: [...pauses] } : {}),
      ...(given && Object.keys(given).length > 0 ? { given } : {}),
    }
    const run = await notices.attempt(() => callApi('tryLever', { body }))
    if (!run) return
    runId.value = run.id
    report.value = run
    if (run.outcome === 'failed') notices.show({ text: run.note, tone: 'fault' })
  }

  async function act(name: 'goOnRun' | 'stopRun' | 'forwardRun', how?: 'step' | 'run' | 'pause'): Promise<void> {
    const id = runId.value
    if (id === undefined) return
    const done = await notices.attempt(async () => {
      if (name === 'goOnRun') await callApi(name, { id, body: { how: how ?? 'run' } })
      else await callApi(name, { id })
      return callApi('markRun', { id })
    })
    if (done) report.value = done
  }

  async function name(wanted: string, value: Value): Promise<void> {
    const id = runId.value
    if (id === undefined) return
    const run = await notices.attempt(() => callApi('nameInRun', { id, body: { name: wanted, value } }))
    if (run) report.value = run
  }

  onScopeDispose(() => clearTimeout(timer))
  return { report, pull, act, name, runId }
}
