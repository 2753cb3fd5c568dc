import { route } from '../http/route'

export default route('stopEverything', async ({ engine }) => {
  engine.keyDesk.letGo()
  return { stopped: await engine.runDesk.stopAll() }
})
