import { refuseWith } from '../../http/refusal'
import { route } from '../../http/route'

const statusOf: Record<string, number> = { 'lever-missing': 404, 'stale': 409 }

export default route('editLever', async ({ engine, id, body: { version, ...patch } }) => {
  const edited = await engine.book.edit(id, version, patch, engine.workstation.state)
  if (!edited.ok) throw refuseWith(statusOf[edited.issues[0]!.code] ?? 422, edited.issues)
  return edited.value
})
