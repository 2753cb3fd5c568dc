import { restoreStore } from '../../engine'
import { backupContent } from '../../http/backupContent'
import { route } from '../../http/route'

export default route('restoreBackup', async ({ engine, body }) => {
  const { content, left } = await backupContent(engine.folder, body)
  return { kept: await restoreStore(content), left }
})
