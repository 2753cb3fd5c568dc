import { route } from '../http/route'

export default route('pressKeys', async ({ engine, body }) => {
  // What was saved in a file just before is in force for the key.
  await engine.frameFolder?.caughtUp()
  return { entries: await engine.keyDesk.press(body.source, body.events, { keepsTime: body.keepsTime }) }
})
