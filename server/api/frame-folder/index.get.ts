import { route } from '../../http/route'

export default route('readFrameFolder', ({ engine: { frameFolder } }) => ({ folder: frameFolder?.summary ?? null }))
