import { noticedNow } from '../../http/noticed'
import { route } from '../../http/route'

export default route('setNoticedAside', async ({ engine, body: { id, aside } }) => {
  await engine.noticingDesk.setAside(id, aside)
  return noticedNow(engine)
})
