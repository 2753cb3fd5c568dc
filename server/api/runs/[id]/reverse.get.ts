import { reverseOf } from '../../../../core/reverse'
import { refuse } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('reverseRun', async ({ engine: { driver, store }, id }) => {
  const run = await driver.find(id)
  if (!run) throw refuse(404, 'run-missing', 'id', `There is no run “${id}” in the ledger.`)
  if (!run.sheet) throw refuse(409, 'log-dropped', 'id', 'What this run did is kept no longer.')
  return reverseOf(run, store.bench)
})
