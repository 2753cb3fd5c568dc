import { route } from '../../http/route'

export default route('listFrames', ({ engine }) => [...engine.store.book.allFrames])
