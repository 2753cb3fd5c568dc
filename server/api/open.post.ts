import { own } from '../../core/result'
import type { Step } from '../../core/steps'
import { refuse } from '../http/refusal'
import { route } from '../http/route'
import { reportOf } from '../http/runOf'

export default route('openPlace', async ({ engine, body: { place, programId, source } }) => {
  if ((place === undefined) === (programId === undefined))
    throw refuse(422, 'one-of', 'place', 'Give either a place (a folder or an address) or a programId.')
  const common = { id: 'open', onFailure: 'stop' as const }
  const step: Step =
    place !== undefined
      ? { ...common, kind: 'place.open', places: [place] }
      : { ...common, kind: 'program.open', programId: programId!, args: [] }
  const name = place ?? own(engine.store.bench.programs, programId!)?.name ?? programId!
  const run = await engine.driver.pull({ id: 'opened-directly', name, plate: 0, steps: [step] }, source)
  await engine.driver.settled(run.id)
  return reportOf(engine, run.id)
})
