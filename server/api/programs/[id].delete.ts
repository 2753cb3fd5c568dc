import { edit } from '../../engine/edits'
import { removeProgram } from '../../engine/programEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteProgram', async ({ engine, id }) => {
  answerOf(await edit(engine.store, removeProgram(id)), { 'program-missing': 404 })
  return engine.store.book.history
})
