import { importEntries } from '../../engine/programEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('importEntries', async ({ engine, body }) => ({
  items: answerOf(await engine.book.edit(importEntries(body))),
  history: engine.book.currentHistory,
}))
