import { refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteLever', async ({ engine, id }) => {
  const removed = await engine.book.remove(id)
  if (!removed.ok) throw refuseWith(404, removed.issues)
  return removed.value
})
