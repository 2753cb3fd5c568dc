import { route } from '../../http/route'

export default route('turnRecorder', async ({ engine: { recorderDesk }, body: { to, goesOn } }) => {
  await recorderDesk.turn(to, goesOn)
  return recorderDesk.summary
})
