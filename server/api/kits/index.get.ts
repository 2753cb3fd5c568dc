import { route } from '../../http/route'

export default route('listKits', ({ engine }) => [...engine.store.book.allKits])
