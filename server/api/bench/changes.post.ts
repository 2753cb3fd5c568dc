import { changeByHand } from '../../engine/edits'
import { refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('changeBench', async ({ engine, body }) => {
  const changed = await changeByHand(engine.store, body.changes)
  if (!changed.ok) throw refuseWith(409, changed.issues)
  return { version: changed.value }
})
