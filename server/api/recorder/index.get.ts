import { newId } from '../../engine/newId'
import { route } from '../../http/route'

export default route('readRecording', ({ engine: { recorderDesk } }) => {
  const { recording, better } = recorderDesk.read()
  const steps = recording.rows.map(({ step }) => ({ ...step, id: newId() }) as typeof step)
  const begunAtMs = recording.rows.map(({ atMs }) => atMs ?? null)
  return Promise.resolve({ ...recorderDesk.summary, steps, begunAtMs, left: recording.left, better })
})
