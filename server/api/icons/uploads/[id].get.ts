import { readIcon } from '../../../database/iconTable'
import { useEngine } from '../../../engine'
import { refuse } from '../../../http/refusal'
import { idIn } from '../../../http/route'
import { sendFile } from '../../../http/sendFile'

export default defineEventHandler(async (event) => {
  const id = idIn(event)
  const icon = await readIcon((await useEngine()).store.database, id)
  if (!icon) throw refuse(404, 'icon-missing', 'id', `There is no uploaded icon “${id}”.`)
  return sendFile(event, icon.type, Buffer.from(icon.base64, 'base64'))
})
