import { listRecordings } from '../../database/recordingTable'
import { route } from '../../http/route'

export default route('listRecordings', ({ engine }) => listRecordings(engine.store.database))
