import { countsOf } from '../../database/countsOf'
import { backupContent } from '../../http/backupContent'
import { route } from '../../http/route'

export default route('previewBackup', async ({ engine: { folder, store }, body }) => {
  const { atMs, content, left } = await backupContent(folder, body)
  const { allLevers: levers, allFrames: frames, allValues: values, allKits: kits } = store.book
  return { atMs, counts: countsOf({ levers, frames, values, kits, bench: store.bench }, content), left }
})
