import { useRouter } from 'vue-router'
import type { BatchBody, FollowBody, RunAnswer } from '~~/contract'
import { opensTurntable } from '~~/core/levers'
import type { Frame, Lever } from '~~/core/levers'
import { countOf } from '~~/core/names'
import type { Direction } from '~~/core/turntable'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'
import { useUndo } from '~/live/useUndo'
import { useTurnByHand } from '~/turntables/useTurnByHand'
import { toldBy } from './toldBy'
import { usePullInputs } from './usePullInputs'

/** Where a pull by hand comes from. */
export type HandSource = Exclude<RunAnswer['source'], 'trial' | 'event' | 'time'>

type WithoutLevers<T> = T extends unknown ? Omit<T, 'levers'> : never
export type BatchAct = WithoutLevers<BatchBody>

/** Acts on levers are made one after the other, in the order in which they were asked for. */
let lastBatch: Promise<unknown> = Promise.resolve()

/** What can be done with a lever from any view; each says what came of it. */
export function useLeverActions() {
  const mirror = useMirror()
  const notices = useNotices()
  const router = useRouter()
  const inputs = usePullInputs()
  const turnByHand = useTurnByHand()
  const { undo, redo } = useUndo()

  async function pull(lever: Lever, source: HandSource = 'button'): Promise<void> {
    if (lever.inputs && lever.inputs.length > 0) return inputs.ask(lever, source)
    // One that is off is told so at once, and not after a road was taken.
    const way = lever.enabled && opensTurntable(lever) ? await turnByHand(lever) : []
    if (!way) return
    const roads = way as Direction[]
    const run = await notices.attempt(() => callApi('pullLever', { id: lever.id, body: { source, roads } }))
    if (run) tell(run)
  }

  /** Says how a run went, with the way back. */
  function tell(run: RunAnswer): void {
    // A question stands on the board, and says all there is to say for now.
    if (run.phase === 'asking') return
    if (run.putBack) return notices.say(`${run.leverName} was put back.`)
    const ignored = run.trace.flatMap((entry) => entry.taking?.ignored ?? [])
    const note = run.phase === 'waiting' ? 'It waits.' : (run.trace.at(-1)?.note ?? '')
    const aside =
      ignored.length > 0 ? ` Ignored: ${ignored.map((entry) => `${entry.text} (${entry.because})`).join('; ')}` : ''
    const action =
      run.changes.length > 0 && run.phase === 'ended' ? { label: 'Put back', act: () => putBack(run.id) } : undefined
    notices.show({
      text: `${toldBy(run.leverName, note)}${aside}`,
      tone: run.outcome === 'failed' ? 'fault' : 'plain',
      action,
    })
  }

  async function putBack(runId: string): Promise<void> {
    const done = await notices.attempt(() => callApi('putBackRun', { id: runId }))
    if (!done) return
    const { undone, left, gone } = done.report
    const kept = left.map(
      (entry) =>
        `Left alone, as somebody has altered it since: ${entry.sentence} It was ${entry.left}, now it is ${entry.now}.`,
    )
    notices.say(
      [`Put back ${undone.length} of ${countOf(undone.length + left.length + gone.length, 'change')}.`, ...kept].join(
        ' ',
      ),
    )
  }

  async function setEnabled(lever: Lever, enabled: boolean): Promise<void> {
    const version = mirror.leverById.get(lever.id)?.version ?? lever.version
    const done = await notices.attempt(() => callApi('editLever', { id: lever.id, body: { version, enabled } }))
    if (done) mirror.adopt([done])
  }

  /** One act on one or many levers, as one edit that can be undone from the notice. */
  function batch(act: BatchAct, levers: readonly Lever[]): Promise<Lever[] | undefined> {
    const mine = lastBatch.then(async () => {
      // What the act before made of them counts, also when the next one follows at once.
      const refs = levers.map(({ id, version }) => ({ id, version: mirror.leverById.get(id)?.version ?? version }))
      const done = await notices.attempt(() => callApi('batchLevers', { body: { ...act, levers: refs } as BatchBody }))
      if (!done) return undefined
      mirror.adopt(done.levers)
      notices.say(`${done.history.undo ?? 'Nothing had to change'}.`, { label: 'Undo', act: undo })
      return done.levers
    })
    lastBatch = mine.catch(() => undefined)
    return mine
  }

  async function duplicate(lever: Lever): Promise<Lever | undefined> {
    return (await batch({ act: 'duplicate' }, [lever]))?.[0]
  }

  async function createFrame(name: string): Promise<Frame | undefined> {
    return notices.attempt(() => callApi('createFrame', { body: { name } }))
  }

  /** Lets a part of a variant follow its pattern again. */
  async function follow(lever: Lever, part: Pick<FollowBody, 'field' | 'arg'>): Promise<void> {
    const done = await notices.attempt(() =>
      callApi('followPattern', { id: lever.id, body: { version: lever.version, ...part } }),
    )
    if (done) notices.say(`${done.plate} ${done.name} follows its pattern again.`, { label: 'Undo', act: undo })
  }

  async function switchFrame(frameId: string, on: boolean): Promise<void> {
    await notices.attempt(() => callApi('editFrame', { id: frameId, body: { on } }))
  }

  function edit(lever: Lever): void {
    void router.push(`/levers/${lever.id}`)
  }

  return { pull, tell, putBack, setEnabled, batch, duplicate, createFrame, follow, switchFrame, undo, redo, edit }
}
