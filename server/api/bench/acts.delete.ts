import { route } from '../../http/route'

export default route('forgetActs', async ({ engine: { handDesk } }) => ({ forgotten: await handDesk.forget() }))
