import { route } from '../../http/route'

export default route('listValues', ({ engine }) => [...engine.store.book.allValues])
