import type { RunAnswer, RunSummary } from '~~/contract'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** Pulls the lever of a run once more, with what that run was given. */
export function usePullAgain() {
  const mirror = useMirror()
  const notices = useNotices()
  const actions = useLeverActions()

  return async ({ id, leverId, leverName }: Pick<RunSummary, 'id' | 'leverId' | 'leverName'>): Promise<void> => {
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
