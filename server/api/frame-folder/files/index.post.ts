import { inFrameFolder } from '../../../http/inFrameFolder'
import { route } from '../../../http/route'

export default route('keepFrame', ({ engine, body: { frameId } }) =>
  inFrameFolder(engine, (folder) => folder.keep(frameId)),
)
