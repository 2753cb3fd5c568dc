import { inFrameFolder } from '../../../http/inFrameFolder'
import { route } from '../../../http/route'

export default route('actOnFrameFile', ({ engine, body: { file, act } }) =>
  inFrameFolder(engine, (folder) => folder.actOn(file, act)),
)
