import { own } from '../../../../core/result'
import type { Step } from '../../../../core/steps'
import { refuse } from '../../../http/refusal'
import { route } from '../../../http/route'
import { reportOf } from '../../../http/runOf'

export default route('uninstallProgram', async ({ engine, id, body: { unsaved } }) => {
  const program = own(engine.store.bench.programs, id)
  if (!program) throw refuse(404, 'program-missing', 'id', `There is no program “${id}” on the bench.`)
  if (program.needed)
    throw refuse(422, 'program-needed', 'id', `${program.name} cannot be uninstalled: the system needs it.`)
  const step: Step = { id: 'uninstall', onFailure: 'stop', kind: 'program.uninstall', programId: id, unsaved }
  const lever = { id: 'uninstalled-directly', name: `Uninstall ${program.name}`, plate: 0, steps: [step] }
  const run = await engine.driver.pull(lever, 'button')
  await engine.driver.settled(run.id)
  return reportOf(engine, run.id)
})
