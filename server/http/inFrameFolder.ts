import type { Result } from '../../core/result'
import type { Engine } from '../engine'
import type { FrameFolder } from '../frameFiles/frameFolder'
import { answerOf, refuse } from './refusal'

/** What is done in the watched folder, with the file it was done to. */
export async function inFrameFolder(
  { frameFolder }: Engine,
  act: (folder: FrameFolder) => Promise<Result<string>>,
): Promise<{ file: string }> {
  if (!frameFolder)
    throw refuse(404, 'no-folder', 'file', 'No folder is watched. Start the server with KEEN_FRAMES set to one.')
  const conflicts = { 'kept-already': 409, 'not-gone': 409, 'not-apart': 409 }
  return { file: answerOf(await act(frameFolder), conflicts) }
}
