import { sinceRun } from '../../../../core/ledger'
import { namesNow } from '../../../engine/namesNow'
import { rehearseHere } from '../../../engine/rehearseHere'
import { refuse } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('sinceRun', async ({ engine, id }) => {
  const { driver, store } = engine
  const run = await driver.find(id)
  if (!run) throw refuse(404, 'run-missing', 'id', `There is no run “${id}” in the ledger.`)
  const { book, bench } = store
  const lever = book.levers.get(run.head.leverId)
  const values = lever && book.tableFor(lever.frameId, bench)
  // Only some rows were tried, or what it did is kept no longer: a pull of the whole is no comparison.
  const isWhole = lever !== undefined && run.sheet !== null && run.head.part === undefined
  const rehearsal = isWhole ? await rehearseHere(engine, lever, values, { inputs: run.sheet!.inputs }) : undefined
  return sinceRun(run, { bench, names: namesNow(store), steps: lever?.steps, values, rehearsal })
})
