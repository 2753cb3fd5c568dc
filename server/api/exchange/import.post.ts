import { edit } from '../../engine/edits'
import { importEntries } from '../../engine/programEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('importEntries', async ({ engine, body }) => ({
  items: answerOf(await edit(engine.store, importEntries(body))),
  history: engine.store.book.history,
}))
