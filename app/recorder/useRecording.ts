import { useSessionStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { LeverInput } from '~~/core/levers'
import { makeInput, replaySteps } from '~~/core/recorder'
import type { Better, LeftOut, Pace, ReplayedRow } from '~~/core/recorder'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** What was recorded as it is cut and altered here. */
interface Kept {
  /** Which recording it was made of. */
  readonly of: string
  readonly rows: readonly ReplayedRow[]
  readonly better: readonly Better[]
  /** Texts that became inputs of the lever. */
  readonly inputs: readonly LeverInput[]
}
const NOTHING: Kept = { of: '', rows: [], better: [], inputs: [] }

/** The recording with what is done to it before it becomes a lever; kept by the tab until another one is made. */
export const useRecording = defineStore('recording', () => {
  const mirror = useMirror()
  const notices = useNotices()
  const kept = useSessionStorage<Kept>('keen-lever.recording', NOTHING)
  const before = ref<Kept[]>([])
  const left = ref<readonly LeftOut[]>([])
  const pace = useSessionStorage<string>('keen-lever.recording-pace', 'at-once')

  const paceOf = (said: string): Pace => (said === 'at-once' || said === 'no-waits' ? said : Number(said))

  /** Takes over what the recorder has, where that is another recording than the one that is here. */
  async function read(): Promise<void> {
    const said = await notices.attempt(() => callApi('readRecording'))
    if (!said) return
    left.value = said.left
    const of = `${said.count} ${said.begunAtMs.join(' ')}`
    if (kept.value.of === of && said.phase === 'off') return
    const rows = said.steps.map((step, i): ReplayedRow => {
      const atMs = said.begunAtMs[i]
      return atMs === null || atMs === undefined ? { step } : { step, atMs }
    })
    kept.value = { of, rows, better: said.better, inputs: [] }
    before.value = []
  }

  function alter(to: Partial<Kept>): void {
    before.value = [...before.value, kept.value]
    kept.value = { ...kept.value, ...to }
  }

  function undo(): void {
    const last = before.value.at(-1)
    if (!last) return
    kept.value = last
    before.value = before.value.slice(0, -1)
  }

  /** One step takes the place of several; what was proposed further down moves up. */
  function takeBetter(at: number): void {
    const { rows, better } = kept.value
    const found = better.find((one) => one.at === at)
    if (!found) return
    const first = rows[at]?.atMs
    alter({
      rows: rows.toSpliced(at, found.count, { step: found.step, ...(first === undefined ? {} : { atMs: first }) }),
      better: better.flatMap((one) =>
        one === found ? [] : [one.at > at ? { ...one, at: one.at - found.count + 1 } : one],
      ),
    })
  }

  function cut(at: number): void {
    const { rows, better } = kept.value
    alter({
      rows: rows.toSpliced(at, 1),
      better: better.flatMap((one) =>
        at >= one.at && at < one.at + one.count ? [] : [one.at > at ? { ...one, at: one.at - 1 } : one],
      ),
    })
  }

  /** A text becomes an input, wherever it stands. */
  function textToInput(text: string): void {
    const { rows } = kept.value
    const made = makeInput(
      rows.map(({ step }) => step),
      text,
      kept.value.inputs,
    )
    alter({ rows: rows.map((row, i) => ({ ...row, step: made.steps[i]! })), inputs: made.inputs, better: [] })
  }

  /** As they are done again, at the pace that is chosen. */
  const steps = computed(() => {
    let count = 0
    return replaySteps(kept.value.rows, paceOf(pace.value), () => `r${(count += 1)}`)
  })

  /** Does it once, as nothing that is kept. */
  async function play(): Promise<void> {
    const given = Object.fromEntries(kept.value.inputs.map(({ name, standard = '' }) => [name, standard]))
    const body = {
      lever: { name: 'What was recorded', frameId: mirror.frames[0]?.id ?? '', steps: [...steps.value] },
      ...(kept.value.inputs.length > 0 ? { given } : {}),
    }
    const run = await notices.attempt(() => callApi('tryLever', { body }))
    if (run?.outcome === 'failed') notices.show({ text: run.note, tone: 'fault' })
    else if (run) notices.say('It is done again; the ledger has what became of each step.')
  }

  return { kept, left, before, pace, steps, read, undo, takeBetter, cut, textToInput, play }
})
