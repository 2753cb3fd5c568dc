import { refuse } from '../http/refusal'
import { route } from '../http/route'
import { marksOf } from '../http/runOf'

export default route('tryLever', async ({ engine, body: { lever, paths, andOn, given, isSlow, pauses } }) => {
  const { store, driver } = engine
  const part = paths ? { paths, andOn, given } : undefined
  const tried = { id: lever.id ?? 'tried', name: lever.name, plate: lever.plate ?? 0, steps: lever.steps }
  const values = store.book.tableFor(lever.frameId, store.bench)
  try {
    const run = await driver.pull(tried, 'trial', { values, inputs: given, trial: { part, isSlow, pauses } })
    await driver.settled(run.id)
    return await marksOf(engine, run.id)
  } catch (error) {
    if (error instanceof RangeError)
      throw refuse(422, 'rows-unknown', 'paths', `These rows cannot be tried: ${error.message}.`)
    throw error
  }
})
