import { summarizeRun } from '../../contract'
import { listRuns } from '../database/runTable'
import { listSetAside } from '../database/setAside'
import { route } from '../http/route'

const NEWEST_RUNS = 100

export default route(
  'state',
  async ({ engine: { checkUpDesk, feed, frameFolder, keyDesk, noticingDesk, recorderDesk, store } }) => {
    const { book, database } = store
    // What happens while the rest is read comes again as live events, which do no harm twice.
    const { sequence } = feed
    const runs = await listRuns(database, NEWEST_RUNS)
    return {
      sequence,
      frames: [...book.allFrames],
      values: [...book.allValues],
      kits: [...book.allKits],
      keySettings: book.keys.body,
      keyVersion: book.keys.version,
      settings: book.settings.body,
      settingsVersion: book.settings.version,
      setAside: await listSetAside(database),
      history: book.history,
      runs: runs.map(({ head, seq }) => summarizeRun(head, seq)),
      keys: keyDesk.log,
      recorder: recorderDesk.summary,
      frameFolder: frameFolder?.summary ?? null,
      checkUp: checkUpDesk.state(),
      noticing: noticingDesk.state(),
    }
  },
)
