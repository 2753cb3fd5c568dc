import { route } from '../../http/route'

export default route('listLevers', ({ engine }) => [...engine.store.book.allLevers])
