import { route } from '../http/route'

export default route('pressKeys', async ({ engine, body }) => ({
  entries: await engine.keyDesk.press(body.source, body.events),
}))
