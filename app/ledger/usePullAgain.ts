import { OPENED_DIRECTLY, openedAgain } from '~~/contract'
import type { RunAnswer, RunSummary } from '~~/contract'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** Pulls the lever of a run once more, with what that run was given; what was opened without one is opened again. */
export function usePullAgain() {
  const mirror = useMirror()
  const notices = useNotices()
  const actions = useLeverActions()

  async function openAgain(runId: string): Promise<void> {
    const run = await notices.attempt(() => callApi('readRun', { id: runId }))
    if (!run) return
    const body = openedAgain(run.steps)
    if (!body) return notices.say('What it opened is kept no longer.')
    const opened = await notices.attempt(() => callApi('openPlace', { body: { ...body, source: 'button' } }))
    if (opened) actions.tell(opened)
  }

  return async ({ id, leverId, leverName }: Pick<RunSummary, 'id' | 'leverId' | 'leverName'>): Promise<void> => {
    if (leverId === OPENED_DIRECTLY) return openAgain(id)
    const lever = mirror.leverById.get(leverId)
    if (!lever) return notices.say(`${leverName} is no lever any more, so that it cannot be pulled again.`)
    const run = await notices.attempt(() => callApi('readRun', { id }))
    if (!run) return
    const { inputs } = run
    if (!inputs) return actions.pull(lever)
    const pulled = await notices.attempt(() =>
      callApi('pullLever', { id: leverId, body: { source: 'button', inputs: inputs as RunAnswer['inputs'] } }),
    )
    if (pulled) actions.tell(pulled)
  }
}
