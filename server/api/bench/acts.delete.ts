import { route } from '../../http/route'

export default route('forgetActs', async ({ engine: { handDesk, noticingDesk } }) => {
  const forgotten = await handDesk.forget()
  await noticingDesk.forget()
  return { forgotten }
})
