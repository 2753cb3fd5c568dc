import { keepSum } from '../../database/launcherTable'
import { newId } from '../../engine/newId'
import { route } from '../../http/route'

export default route('keepSum', async ({ engine: { store }, body }) => {
  const sum = { ...body, id: newId(), atMs: store.clock.nowMs() }
  await store.aside((database) => keepSum(database, sum))
  return sum
})
