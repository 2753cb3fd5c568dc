import { refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

export default route('createLever', async ({ engine, body }) => {
  const created = await engine.book.create(body, engine.workstation.state)
  if (!created.ok) throw refuseWith(422, created.issues)
  return created.value
})
