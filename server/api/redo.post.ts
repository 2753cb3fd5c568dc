import { refuseWith } from '../http/refusal'
import { route } from '../http/route'

export default route('redo', async ({ engine }) => {
  const redone = await engine.book.redo()
  if (!redone.ok) throw refuseWith(409, redone.issues)
  return redone.value
})
