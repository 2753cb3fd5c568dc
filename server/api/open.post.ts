import { OPENED_DIRECTLY } from '../../contract'
import { escapeVariables } from '../../core/command'
import { own } from '../../core/result'
import type { Step } from '../../core/steps'
import { refuse } from '../http/refusal'
import { route } from '../http/route'
import { reportOf } from '../http/runOf'

export default route('openPlace', async ({ engine, body: { place, programId, whenRunning, source } }) => {
  if (place === undefined && programId === undefined)
    throw refuse(422, 'one-of', 'place', 'Give a place (a file, a folder or an address), a programId, or both.')
  const common = { id: 'open', onFailure: 'stop' as const }
  const program = programId === undefined ? undefined : (own(engine.store.bench.programs, programId)?.name ?? programId)
  // What stands there is meant, and no value of that name.
  const places = place === undefined ? [] : [escapeVariables(place)]
  const step: Step =
    programId === undefined
      ? { ...common, kind: 'place.open', places }
      : { ...common, kind: 'program.open', programId, args: places, whenRunning }
  const name = [place, program].filter((part) => part !== undefined).join(' with ')
  const run = await engine.driver.pull({ id: OPENED_DIRECTLY, name, plate: 0, steps: [step] }, source)
  await engine.driver.settled(run.id)
  const report = await reportOf(engine, run.id)
  // What could not be opened was not done.
  if (report.outcome !== 'failed') await engine.recorderDesk.noteRun(step)
  return report
})
