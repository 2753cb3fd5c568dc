import { refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('editFrame', async ({ engine, id, body }) => {
  const switched = await engine.book.switchFrame(id, body.on)
  if (!switched.ok) throw refuseWith(404, switched.issues)
  return switched.value
})
