// A loop over 10,000 files as a script of the POSIX shell, beside the shortest loop that does the same.
import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Pullable } from '../core/run'
import { valueOf } from '../core/result'
import { toPosixScript } from '../core/shell'
import { stepSchema } from '../core/steps'
import { workstation } from '../demo'
import { table } from './measure'

const COUNTS = [100, 1000, 10_000]
const scratch = mkdtempSync(join(tmpdir(), 'keen-lever-shell-'))

/** A folder with so many files, and one that they go into. */
function folders(count: number): { many: string; kept: string } {
  const root = mkdtempSync(join(scratch, 'files-'))
  const [many, kept] = [join(root, 'many'), join(root, 'kept')]
  mkdirSync(many)
  mkdirSync(kept)
  for (let i = 0; i < count; i++) writeFileSync(join(many, `veil ${String(i).padStart(5, '0')}.exposure`), 'x')
  return { many, kept }
}

function scriptOf(steps: readonly object[]): string {
  const lever: Pullable = { id: 'l', name: 'Sort', plate: 1, steps: steps.map((step) => stepSchema.parse(step)) }
  const values = { values: {}, broken: {} }
  return valueOf(toPosixScript(lever, { bench: workstation, values, leverOf: () => undefined })).text
}

/** How long a script takes to move all files, in ms. */
function timed(count: number, textOf: (many: string, kept: string) => string): number {
  const { many, kept } = folders(count)
  const path = join(scratch, 'script.sh')
  writeFileSync(path, textOf(many, kept))
  const startedAt = performance.now()
  const { status, stderr } = spawnSync('sh', [path], {
    encoding: 'utf8',
    env: { PATH: process.env.PATH, HOME: scratch },
  })
  const took = performance.now() - startedAt
  const moved = readdirSync(kept).length
  if (status !== 0 || moved !== count) throw new Error(`${moved} of ${count} files, ended with ${status}: ${stderr}`)
  return took
}

const move = (paths: string[], to: string) => ({ kind: 'files.move', act: 'move', paths, to, taken: 'both' })
const rows = COUNTS.map((count) => [
  `${count.toLocaleString('en')} files`,
  timed(count, (many, kept) => {
    const source = { kind: 'files', folder: many, pattern: '*.exposure', what: 'files', order: 'name' }
    const inner = { id: 'm', ...move(['${file}'], kept) }
    return scriptOf([{ id: 'e', kind: 'each', source, as: 'file', atMost: 100_000, steps: [inner] }])
  }),
  timed(count, (many, kept) => scriptOf([{ id: 'm', ...move([`${many}/*.exposure`], kept) }])),
  timed(count, (many, kept) => `for each in '${many}'/*; do mv -- "$each" '${kept}/' || exit; done`),
])
console.log(table(['a script of the shell, ms', 'a loop with a step', 'one step', 'the shortest loop'], rows))
rmSync(scratch, { recursive: true })
