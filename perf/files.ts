// 10,000 files that one step moves, and one key puts back; with 100 and 1,000 for comparison in the same run.
import type { RunAnswer } from '../contract'
import type { Change } from '../core/bench'
import type { Lever } from '../core/levers'
import { apiOf, draft } from '../tests/support/api'
import { freshStore, startServer } from '../tests/support/startServer'
import { table } from './measure'

const PER_REQUEST = 200

async function timed(work: () => Promise<unknown>): Promise<number> {
  const startedAt = performance.now()
  await work()
  return performance.now() - startedAt
}

const rows: (string | number)[][] = []
for (const count of [100, 1000, 10_000]) {
  const server = await startServer(await freshStore())
  const call = apiOf(server.url)
  await call('POST', '/api/bench/changes', {
    changes: ['/home/watch/many', '/home/watch/kept'].map((path) => ({
      kind: 'file.put',
      path,
      file: { kind: 'folder' },
    })),
  })
  for (let from = 0; from < count; from += PER_REQUEST) {
    const changes = Array.from({ length: Math.min(PER_REQUEST, count - from) }, (_, i): Change => ({
      kind: 'file.put',
      path: `/home/watch/many/veil-${String(from + i).padStart(5, '0')}.exposure`,
      file: { kind: 'file', sizeBytes: 1000 + i, changedAtMs: 1 },
    }))
    await call('POST', '/api/bench/changes', { changes })
  }
  const step = { id: 's', kind: 'files.move', act: 'move', paths: ['/home/watch/many/*'], to: '/home/watch/kept' }
  const { body: lever } = await call<Lever>('POST', '/api/levers', draft({ triggers: [], steps: [step] }))
  const rehearsed = await timed(() => call('POST', `/api/levers/${lever.id}/rehearse`, {}))
  let run: RunAnswer
  const moved = await timed(async () => {
    run = (await call<RunAnswer>('POST', `/api/levers/${lever.id}/pull`, {})).body
  })
  if (run!.changeCount !== count) throw new Error(`${run!.changeCount} of ${count} files were moved`)
  const back = await timed(() => call('POST', `/api/runs/${run.id}/put-back`, {}))
  const { body } = await call<{ state: { files: Record<string, unknown> } }>('GET', '/api/bench')
  const left = Object.keys(body.state.files).filter((path) => path.startsWith('/home/watch/many/')).length
  if (left !== count) throw new Error(`${left} of ${count} files are back`)
  rows.push([`${count.toLocaleString('en')} files`, rehearsed, moved, back])
  await server.stop()
}
console.log(table(['one step on files, ms', 'rehearsed', 'moved and stored', 'put back'], rows))
