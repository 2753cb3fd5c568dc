import { reportRun } from '../../../../contract'
import { partsOfRun } from '../../../../core/run'
import { leverOf } from '../../../http/leverOf'
import { route } from '../../../http/route'

export default route('rehearseLever', async ({ engine: { store, driver }, engine, id }) => {
  const lever = leverOf(engine, id)
  const { run, changes, waitsMs } = await driver.rehearse(lever, store.book.tableFor(lever.frameId, store.bench))
  const { head, sheet, log } = partsOfRun(run)
  return { run: reportRun(head, sheet, log, 0), changes: [...changes], waitsMs }
})
