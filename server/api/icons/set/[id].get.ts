import { iconSet } from '../../../icons/iconSet'
import { idIn } from '../../../http/route'
import { sendFile } from '../../../http/sendFile'
import { refuse } from '../../../http/refusal'

export default defineEventHandler(async (event) => {
  const name = idIn(event)
  const svg = (await iconSet()).svg(name)
  if (svg === undefined) throw refuse(404, 'icon-missing', 'id', `The shipped set has no icon “${name}”.`)
  return sendFile(event, 'image/svg+xml', svg)
})
