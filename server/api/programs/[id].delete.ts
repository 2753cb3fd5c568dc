import { removeProgram } from '../../engine/programEdits'
import { answerOf } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteProgram', async ({ engine, id }) => {
  answerOf(await engine.book.edit(removeProgram(id)), { 'program-missing': 404 })
  return engine.book.currentHistory
})
