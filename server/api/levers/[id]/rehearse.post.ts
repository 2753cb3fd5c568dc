import { reportRun } from '../../../../contract'
import { readInputs } from '../../../../core/levers'
import { partsOfRun } from '../../../../core/run'
import { rehearseHere } from '../../../engine/rehearseHere'
import { leverOf } from '../../../http/leverOf'
import { refuseWith } from '../../../http/refusal'
import { route } from '../../../http/route'

export default route('rehearseLever', async ({ engine, id, body: { inputs = {}, answers = {} } }) => {
  const lever = leverOf(engine, id)
  const given = readInputs(lever.inputs ?? [], inputs)
  if (!given.ok)
    throw refuseWith(
      422,
      given.issues.map((issue) => ({ ...issue, at: `inputs.${issue.at}` })),
    )
  const { book, bench } = engine.store
  const values = book.tableFor(lever.frameId, bench)
  const rehearsal = await rehearseHere(engine, lever, values, { inputs: given.value, answers })
  const { head, sheet, log } = partsOfRun(rehearsal.run)
  const { changes, waitsMs, asks } = rehearsal
  return {
    run: reportRun(head, sheet, log, 0),
    changes: [...changes],
    waitsMs,
    ...(asks === undefined ? {} : { asks }),
  }
})
