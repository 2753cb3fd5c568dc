import { route } from '../../http/route'

export default route('forgetNoticed', async ({ engine: { noticingDesk } }) => ({
  forgotten: await noticingDesk.forget(),
}))
