import { learnChoice, listChoices } from '../../database/launcherTable'
import { route } from '../../http/route'

export default route('learnChoice', ({ engine: { store }, body }) =>
  store.aside(async (database) => {
    await learnChoice(database, body, store.clock.nowMs())
    return { choices: await listChoices(database) }
  }),
)
