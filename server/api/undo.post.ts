import { undo } from '../engine/edits'
import { refuseWith } from '../http/refusal'
import { route } from '../http/route'

export default route('undo', async ({ engine }) => {
  const undone = await undo(engine.store)
  if (!undone.ok) throw refuseWith(409, undone.issues)
  return undone.value
})
