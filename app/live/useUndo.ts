import { callApi } from './callApi'
import { useNotices } from './useNotices'

/** Takes the last edit back, or makes it again; says so where there is none. */
export function useUndo() {
  const notices = useNotices()
  const undo = async (): Promise<void> => void (await notices.attempt(() => callApi('undo')))
  const redo = async (): Promise<void> => void (await notices.attempt(() => callApi('redo')))
  return { undo, redo }
}
