import { inFrameFolder } from '../../../http/inFrameFolder'
import { route } from '../../../http/route'

export default route('chooseFramePart', ({ engine, body: { file, kind, key, side } }) =>
  inFrameFolder(engine, (folder) => folder.choose(file, { kind, key }, side)),
)
