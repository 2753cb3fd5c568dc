import { reportRun } from '../../../../contract'
import { partsOfRun } from '../../../../core/run'
import { rehearseHere } from '../../../engine/rehearseHere'
import { leverOf } from '../../../http/leverOf'
import { route } from '../../../http/route'

export default route('rehearseLever', async ({ engine, id }) => {
  const lever = leverOf(engine, id)
  const { book, bench } = engine.store
  const { run, changes, waitsMs } = await rehearseHere(engine, lever, book.tableFor(lever.frameId, bench))
  const { head, sheet, log } = partsOfRun(run)
  return { run: reportRun(head, sheet, log, 0), changes: [...changes], waitsMs }
})
