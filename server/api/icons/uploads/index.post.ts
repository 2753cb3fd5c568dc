import { writeIcon } from '../../../database/iconTable'
import { answerOf } from '../../../http/refusal'
import { route } from '../../../http/route'
import { cleanIconApart } from '../../../icons/cleanIconApart'

export default route('uploadIcon', async ({ engine, body }) => {
  const { bytes, type, removed, id } = answerOf(await cleanIconApart(body.name, Buffer.from(body.base64, 'base64')))
  await writeIcon(engine.store.database, { id, type, base64: bytes.toString('base64') })
  return { id, type, removed }
})
