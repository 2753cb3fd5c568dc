import { route } from '../../http/route'

export default route('forgetRecording', async ({ engine: { recorderDesk } }) => {
  await recorderDesk.forget()
  return recorderDesk.summary
})
