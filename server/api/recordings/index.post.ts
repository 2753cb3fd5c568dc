import { writeRecording } from '../../database/recordingTable'
import { newId } from '../../engine/newId'
import { route } from '../../http/route'

export default route('createRecording', async ({ engine, body }) => {
  const recording = { ...body, id: newId(), atMs: Date.now() }
  await writeRecording(engine.store.database, recording)
  return recording
})
