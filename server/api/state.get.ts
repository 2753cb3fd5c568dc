import { summarizeRun } from '../../contract'
import { listRuns } from '../database/runTable'
import { route } from '../http/route'

export default route('state', async ({ engine: { book, feed, keyDesk, store, workstation } }) => {
  const runs = await listRuns(store.database, 100)
  return {
    sequence: feed.sequence,
    bench: { version: workstation.version, state: workstation.state },
    levers: book.allLevers,
    frames: book.allFrames,
    values: book.allValues,
    keySettings: book.keySettings,
    history: book.currentHistory,
    runs: runs.map(summarizeRun),
    keys: keyDesk.log,
  }
})
