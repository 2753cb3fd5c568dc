import { writeBackup } from '../../database/backups'
import { contentOf } from '../../engine/storeContent'
import { route } from '../../http/route'

export default route('makeBackup', async ({ engine: { folder, store } }) =>
  writeBackup(folder, await contentOf(store), 'wanted', Date.now()),
)
