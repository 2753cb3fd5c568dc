import { refuseWith } from '../http/refusal'
import { route } from '../http/route'

export default route('undo', async ({ engine }) => {
  const undone = await engine.book.undo()
  if (!undone.ok) throw refuseWith(409, undone.issues)
  return undone.value
})
