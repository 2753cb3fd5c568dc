import { backupsOf } from '../../database/backups'
import { route } from '../../http/route'

export default route('listBackups', ({ engine: { folder } }) => backupsOf(folder))
