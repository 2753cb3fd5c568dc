import { own } from '~~/core/result'
import { useLeverActions } from '~/levers/useLeverActions'
import { callApi } from '~/live/callApi'
import { useMirror } from '~/live/useMirror'
import { useNotices } from '~/live/useNotices'

/** Takes a program off the bench, with its windows and its file; says so, with the way back. */
export function useUninstall() {
  const mirror = useMirror()
  const notices = useNotices()
  const levers = useLeverActions()

  const canGo = (programId: string): boolean => own(mirror.bench.programs, programId)?.needed !== true

  async function uninstall(programId: string): Promise<void> {
    const run = await notices.attempt(() => callApi('uninstallProgram', { id: programId, body: {} }))
    if (run) levers.tell(run)
  }

  return { canGo, uninstall }
}
