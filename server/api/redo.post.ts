import { redo } from '../engine/edits'
import { refuseWith } from '../http/refusal'
import { route } from '../http/route'

export default route('redo', async ({ engine }) => {
  const redone = await redo(engine.store)
  if (!redone.ok) throw refuseWith(409, redone.issues)
  return redone.value
})
