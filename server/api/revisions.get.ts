import { listRevisions } from '../database/revisionTable'
import { route } from '../http/route'

export default route('listRevisions', ({ engine, query }) => listRevisions(engine.store.database, query.limit))
