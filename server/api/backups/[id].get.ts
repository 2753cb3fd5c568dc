import { readBackup } from '../../database/backups'
import { useEngine } from '../../engine'
import { refuse } from '../../http/refusal'
import { idIn } from '../../http/route'

export default defineEventHandler(async (event) => {
  const file = idIn(event)
  const bytes = await readBackup((await useEngine()).folder, file)
  if (!bytes) throw refuse(404, 'backup-missing', 'id', `There is no backup “${file}”.`)
  setResponseHeaders(event, {
    'content-type': 'application/gzip',
    'cache-control': 'no-store',
    'content-disposition': `attachment; filename="${file}"`,
  })
  return bytes
})
