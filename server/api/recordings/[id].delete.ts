import { removeRecording } from '../../database/recordingTable'
import { refuse } from '../../http/refusal'
import { route } from '../../http/route'

export default route('deleteRecording', async ({ engine, id }) => {
  if (!(await removeRecording(engine.store.database, id)))
    throw refuse(404, 'recording-missing', 'id', `There is no recording “${id}”; it may have been deleted.`)
  return { ok: true as const }
})
