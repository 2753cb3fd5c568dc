import { listChoices, listSums } from '../../database/launcherTable'
import { route } from '../../http/route'

export default route('readLauncher', async ({ engine: { store } }) => ({
  choices: await listChoices(store.database),
  sums: await listSums(store.database),
}))
