import { dayOf } from '../../../database/runTable'
import { readLeverFigures } from '../../../database/ledgerTable'
import { leverOf } from '../../../http/leverOf'
import { route } from '../../../http/route'

export default route('readLeverFigures', async ({ engine, engine: { store }, id, query }) => {
  const lever = leverOf(engine, id)
  const today = dayOf(store.clock.nowMs())
  const { days, took, failures } = await readLeverFigures(store.database, lever.id, today - query.days + 1)
  return {
    today,
    days: days.map(({ day, pulls, done, failed, stopped }) => ({ day, pulls, done, failed, stopped })),
    measured: took.count,
    medianMs: took.median,
    p95Ms: took.p95,
    failures,
  }
})
