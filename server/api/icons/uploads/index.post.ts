import { writeIcon } from '../../../database/iconTable'
import { answerOf } from '../../../http/refusal'
import { route } from '../../../http/route'
import { cleanIcon } from '../../../icons/cleanIcon'

export default route('uploadIcon', async ({ engine, body }) => {
  const { bytes, type, removed, id } = answerOf(cleanIcon(body.name, Buffer.from(body.base64, 'base64')))
  await writeIcon(engine.store.database, { id, type, base64: bytes.toString('base64') })
  return { id, type, removed }
})
