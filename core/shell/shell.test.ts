import fc from 'fast-check'
import { spawnSync } from 'node:child_process'
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { everyFile, fileTree } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import type { BenchState, BenchFile } from '../bench'
import { evaluateSum } from '../sums'
import { rehearse } from '../run'
import type { Pullable } from '../run'
import { drawnActs, drawnBlocks } from '../run/exampleActs'
import type { DrawnStep } from '../run/exampleActs'
import { sheetOf } from '../run/exampleRuns'
import { frameToPosixScript, quoteWord, runToPosixScript, toPosixScript } from '.'

const SHELLS = ['sh', 'bash']
/** Programs of the bench, each a stub that writes down how it was called. */
const STUBS = ['atlas', 'dome', 'ledger']
let scratch = ''

beforeAll(() => {
  scratch = mkdtempSync(join(tmpdir(), 'keen-shell-'))
})
afterAll(() => rmSync(scratch, { recursive: true, force: true }))

type Draft = Record<string, unknown> & { kind: string }

const steps = (drafts: readonly Draft[]) => sheetOf(...drafts)

const text = (content: string, ageMin = 60): BenchFile => ({
  kind: 'file',
  sizeBytes: Buffer.byteLength(content),
  text: content,
  changedAtMs: Math.floor(Date.now() / 1000) * 1000 - ageMin * 60_000,
})

const NASTY = [
  'plain',
  'two words',
  "it's",
  '"quoted"',
  '$HOME',
  '`date`',
  '$(date)',
  'back\\slash',
  'star*',
  'tab\there',
  'line\nbreak',
  'ends\n',
  '-n',
  '--',
  '!bang',
  '#hash',
  '~',
  'a=b',
  ';',
  '& |',
  '(x)',
  '{a,b}',
  '[ab]',
  '%s%d',
  '\\n',
  '\\e',
  'ünïcödé ✓',
  ' leading',
  'trailing ',
  '',
  "'",
  '"',
  '\\',
  'a\'b"c$d`e\\f',
]

/** A bench whose files really are in a folder of this machine. */
function benchIn(root: string, files: Record<string, BenchFile>): BenchState {
  const example = exampleDesk()
  const home = join(root, 'home')
  const programs = STUBS.map((id) => ({
    ...Object.values(example.programs)[0]!,
    id,
    name: id.toUpperCase(),
    executable: join(root, 'bin', id),
    instances: 'multi' as const,
    arguments: {
      options: [],
      positionals: [],
      order: [],
      onUnknown: 'ignored' as const,
      onMissingFile: 'ignored' as const,
    },
  }))
  const tree: Record<string, BenchFile> = {}
  const folder = (path: string) => {
    if (path !== '/') folder(dirname(path))
    tree[path] ??= { kind: 'folder' }
  }
  for (const path of [home, join(root, 'bin'), join(home, 'bin')]) folder(path)
  for (const { executable } of programs) tree[executable] = { kind: 'file', sizeBytes: 1 }
  for (const [name, file] of Object.entries(files)) {
    const path = join(home, name)
    folder(file.kind === 'folder' ? path : dirname(path))
    if (file.kind === 'file') tree[path] = file
  }
  return {
    ...example,
    programs: Object.fromEntries(programs.map((program) => [program.id, program])),
    windows: {},
    stack: [],
    files: fileTree(tree),
    folders: { home, charts: join(home, 'charts'), bin: join(home, 'bin') },
  }
}

function makeFiles(root: string, bench: BenchState): void {
  for (const [path, file] of everyFile(bench.files)) {
    if (path === root || !path.startsWith(`${root}/`)) continue
    if (file.kind === 'folder') mkdirSync(path, { recursive: true })
    else if (path.startsWith(join(root, 'bin'))) {
      writeFileSync(path, STUB.replace('@LOG', join(root, 'log')))
      chmodSync(path, 0o755)
    } else {
      writeFileSync(path, file.text ?? '')
      if (file.changedAtMs !== undefined) utimesSync(path, file.changedAtMs / 1000, file.changedAtMs / 1000)
    }
  }
}

/** The order of starts is that of their process numbers, as the shell does not wait for one before the next. */
const STUB = `#!/bin/sh
{
  printf '%s\\0' "$0" "$PWD" "$@"
} >"@LOG.$$"
`

interface Told {
  readonly starts: readonly { program: string; folder: string; args: string[] }[]
  readonly files: Readonly<Record<string, string | null>>
  readonly code: number
}

function filesOf(bench: BenchState, root: string): Record<string, string | null> {
  const told: Record<string, string | null> = {}
  for (const [path, file] of everyFile(bench.files))
    if (path.startsWith(`${root}/home`)) told[path.slice(root.length)] = file.kind === 'file' ? (file.text ?? '') : null
  return told
}

function filesThere(root: string): Record<string, string | null> {
  const told: Record<string, string | null> = {}
  const visit = (path: string) => {
    const isFolder = statSync(path).isDirectory()
    told[path.slice(root.length)] = isFolder ? null : readFileSync(path, 'utf8')
    if (isFolder) for (const name of readdirSync(path)) if (name !== '.lain') visit(join(path, name))
  }
  visit(join(root, 'home'))
  return told
}

function startsLogged(root: string): Told['starts'] {
  const numbers = readdirSync(root).flatMap((name) => (name.startsWith('log.') ? [Number(name.slice(4))] : []))
  // Process numbers begin anew some time.
  const isAnew = Math.max(...numbers) - Math.min(...numbers) > 10_000
  const order = (pid: number) => (isAnew && pid < 10_000 ? pid + 10_000_000 : pid)
  return numbers
    .sort((a, b) => order(a) - order(b))
    .map((pid) => {
      const [program, folder, ...args] = readFileSync(join(root, `log.${pid}`), 'utf8')
        .split('\0')
        .slice(0, -1)
      return { program: program!, folder: folder!, args }
    })
}

const CODES = { done: 0, failed: 1, stopped: 4, none: 1 }

interface Sheet {
  readonly name: string
  readonly steps: readonly Draft[]
  readonly files?: Record<string, BenchFile>
  readonly values?: Record<string, string>
  readonly inputs?: Pullable['inputs']
  /** Answers by the path of the step that asks, and what is typed for them. */
  readonly answers?: Record<string, never>
  readonly typed?: string
  readonly levers?: readonly Pullable[]
}

let count = 0

function compare(sheet: Sheet, shell: string): { rehearsed: Told; run: Told; script: string; errors: string } {
  const root = join(scratch, `r${++count}`)
  const bench = benchIn(root, sheet.files ?? {})
  makeFiles(root, bench)
  const lever: Pullable = { id: 'l', name: sheet.name, plate: 1, steps: steps(sheet.steps), inputs: sheet.inputs }
  const values = { values: sheet.values ?? {}, broken: {} }
  const leverOf = (id: string) => {
    const found = sheet.levers?.find((one) => one.id === id)
    return found && { lever: found, values }
  }
  const now = new Date()
  let ids = 0
  const rehearsal = rehearse(lever, bench, {
    nowMs: now.getTime(),
    minuteOfDay: now.getHours() * 60 + now.getMinutes(),
    nextId: () => `id${++ids}`,
    values,
    leverOf,
    inputs: Object.fromEntries((sheet.inputs ?? []).map(({ name, standard }) => [name, standard ?? ''])),
    answers:
      sheet.answers && (JSON.parse(JSON.stringify(sheet.answers).replaceAll('@home', join(root, 'home'))) as never),
    sum: (sum) => evaluateSum(sum),
  })
  const starts: Told['starts'][number][] = []
  for (const { changes, taking } of rehearsal.run.log)
    for (const { change } of changes)
      if (change.kind === 'window.open') {
        const { programId, content } = change.window
        const { executable } = bench.programs[programId]!
        // The stubs know no argument, so that all of them are told in order.
        const args = taking?.ignored.map((ignored) => ignored.text) ?? []
        starts.push({
          program: executable,
          folder: content.workingDirectory ?? bench.folders.home!,
          args: args.filter((arg) => arg !== '--'),
        })
      }
  const script = toPosixScript(lever, { bench, values, leverOf })
  if (!script.ok) throw new Error(script.issues[0]!.message)
  const path = join(root, 'script.sh')
  writeFileSync(path, script.value.text)
  const { status, stderr } = spawnSync(shell, [path], {
    input: sheet.typed ?? '',
    cwd: root,
    env: { PATH: process.env.PATH, HOME: join(root, 'home'), LANG: 'C.UTF-8', TMPDIR: root },
    encoding: 'utf8',
    timeout: 60_000,
  })
  return {
    rehearsed: { starts, files: filesOf(rehearsal.bench, root), code: CODES[rehearsal.run.outcome] },
    // What ends the options is told as nothing in the rehearsal.
    run: {
      starts: startsLogged(root).map(({ args, ...start }) => ({ ...start, args: args.filter((arg) => arg !== '--') })),
      files: filesThere(root),
      code: status ?? -1,
    },
    script: script.value.text,
    errors: stderr,
  }
}

const open = (args: string[], more: object = {}): Draft => ({ kind: 'program.open', programId: 'atlas', args, ...more })
const set = (as: string, value: string): Draft => ({ kind: 'value.set', as, from: { kind: 'text', text: value } })
const move = (paths: string[], to: string, more: object = {}): Draft => ({
  kind: 'files.move',
  act: 'move',
  paths,
  to,
  taken: 'both',
  ...more,
})
const inFolder = { kind: 'files', folder: '${home}/in', pattern: '', what: 'files', order: 'name' }
const each = (source: object, as: string, inner: Draft[], more: object = {}): Draft => ({
  kind: 'each',
  source,
  as,
  atMost: 100_000,
  steps: inner,
  ...more,
})
const when = (condition: object, inner: Draft[], otherwise?: Draft[]): Draft => ({
  kind: 'if',
  branches: [{ condition, steps: inner }],
  ...(otherwise ? { otherwise } : {}),
})
const is = (value: string, kind: string, other: string) => ({
  kind: 'value-is',
  text: value,
  test: { kind, text: other },
})
const nights = {
  'in/veil-10.exposure': text('ten', 10),
  'in/veil-2.exposure': text('two', 30),
  'in/Notes.log': text('notes', 20),
  'later/veil-2.exposure': text('old'),
  'charts/south.atlas': text('south'),
}
const oddFiles = Object.fromEntries(
  NASTY.filter((name) => name !== '' && !name.includes('/')).map((name, i) => [`in/${name}`, text(`${i}`, i + 1)]),
)
const fails: Draft = move(['${home}/in/none.exposure'], '${home}/later')

const groups = {
  kind: 'table',
  columns: ['name', 'frame'],
  rows: [
    ['North', 'Night'],
    ['South', 'Desk'],
    ['East', 'night'],
  ],
}

const SHEETS: readonly Sheet[] = [
  { name: 'only a note', steps: [{ kind: 'note', text: 'x' }] },
  { name: 'every nasty argument', steps: NASTY.map((argument) => open([argument, 'end'])) },
  { name: 'all nasty arguments at once', steps: [open(NASTY)] },
  {
    name: 'nasty values in arguments',
    values: Object.fromEntries(NASTY.map((value, i) => [`v${i}`, value])),
    steps: [open(NASTY.map((_, i) => `a\${v${i}}b`)), open(['$${home}', '${home}', '${charts}/x y'])],
  },
  {
    name: 'nasty values that steps set',
    steps: NASTY.flatMap((value) => [set('it', value.replaceAll('${', '$${')), open(['${it}|'])]),
  },
  {
    name: 'several programs in order',
    steps: [open(['1']), { ...open(['2']), programId: 'dome' }, open(['3']), { ...open([]), programId: 'ledger' }],
  },
  { name: 'a working directory', files: nights, steps: [open(['x'], { workingDirectory: '${charts}' }), open(['y'])] },
  { name: 'a working directory that is not there', steps: [open(['x'], { workingDirectory: '${home}/none' })] },
  {
    name: 'a program refused, opened again, raised',
    steps: [
      open(['a'], { whenRunning: 'refuse' }),
      { ...open(['b'], { whenRunning: 'reopen' }), programId: 'dome' },
      { ...open(['c'], { whenRunning: 'raise' }), programId: 'ledger' },
    ],
  },
  {
    name: 'notes and steps that are off',
    steps: [{ kind: 'note', text: 'read me $(rm)\n`x`' }, { ...open(['x']), off: true }, open(['y'])],
  },
  ...(['both', 'replace', 'skip'] as const).flatMap((taken): Sheet[] => [
    { name: `files moved, ${taken}`, files: nights, steps: [move(['${home}/in/*'], '${home}/later', { taken })] },
    {
      name: `files copied, ${taken}`,
      files: nights,
      steps: [move(['${home}/in/*.exposure'], '${home}/later', { act: 'copy', taken })],
    },
    {
      name: `a copy beside itself, ${taken}`,
      files: nights,
      steps: [move(['${home}/in/Notes.log'], '${home}/in', { act: 'copy', taken })],
    },
    {
      name: `two of a name into one folder, ${taken}`,
      files: { ...nights, 'other/veil-2.exposure': text('other') },
      steps: [
        move(['${home}/in/veil-2.exposure', '${home}/other/*', '${home}/later/veil-2.exposure'], '${home}/later', {
          taken,
        }),
      ],
    },
    {
      name: `renamed by a number, ${taken}`,
      files: { ...nights, 'in/night-02.exposure': text('there') },
      steps: [
        {
          kind: 'files.rename',
          paths: ['${home}/in/veil*'],
          pattern: 'night-${n}${ending}',
          startAt: 2,
          digits: 2,
          taken,
        },
      ],
    },
    {
      name: `gathered, ${taken}`,
      files: nights,
      steps: [
        {
          kind: 'files.gather',
          names: ['VEIL-2', 'notes.LOG', 'veil-10.exposure', 'none'],
          from: ['${home}/in', '${charts}'],
          to: '${home}/later',
          taken,
        },
      ],
    },
  ]),
  {
    name: 'files with nasty names moved',
    files: { ...oddFiles, later: { kind: 'folder' } },
    steps: [move(['${home}/in/*'], '${home}/later')],
  },
  {
    name: 'files with nasty names renamed',
    files: oddFiles,
    steps: [
      {
        kind: 'files.rename',
        paths: ['${home}/in/*'],
        pattern: '${n}-${name}${ending}',
        startAt: 1,
        digits: 3,
        taken: 'both',
      },
    ],
  },
  {
    name: 'files with nasty names thrown away',
    files: oddFiles,
    steps: [{ kind: 'files.bin', paths: ['${home}/in/*'] }],
  },
  {
    name: 'files with nasty names thrown away and taken back',
    files: oddFiles,
    steps: [
      { kind: 'files.bin', paths: ['${home}/in/*'] },
      { kind: 'files.restore', names: ['*'] },
    ],
  },
  {
    name: 'a loop over files with nasty names',
    files: oddFiles,
    steps: [
      each(inFolder, 'file', [
        open([
          '${file.name}',
          '${file.stem}',
          '${file.extension}',
          '${file.folder}',
          '${file.size}',
          '${file}',
          '${round}',
        ]),
      ]),
    ],
  },
  {
    name: 'into a folder that is made',
    files: nights,
    steps: [move(['${home}/in/*'], '${home}/new/deep', { makeFolder: true })],
  },
  {
    name: 'into a folder that is not there',
    files: nights,
    steps: [move(['${home}/in/*'], '${home}/new/deep'), open(['never'])],
  },
  { name: 'a folder into itself', files: nights, steps: [move(['${home}/in'], '${home}/in')] },
  {
    name: 'a whole folder',
    files: nights,
    steps: [move(['${home}/in'], '${home}/later'), move(['${home}/later/in'], '${home}', { act: 'copy' })],
  },
  { name: 'a file that is not there', files: nights, steps: [fails, open(['never'])] },
  {
    name: 'nothing fits a pattern',
    files: nights,
    steps: [move(['${home}/in/*.dark'], '${home}/none', { makeFolder: true }), open(['on'])],
  },
  {
    name: 'names that go round in a circle',
    files: { 'in/1': text('one'), 'in/2': text('two'), 'in/3': text('three') },
    steps: [{ kind: 'files.rename', paths: ['${home}/in/*'], pattern: '${n}', startAt: 2, digits: 1, taken: 'skip' }],
  },
  {
    name: 'names that others leave',
    files: { 'in/1': text('one'), 'in/2': text('two'), 'in/3': text('three') },
    steps: [{ kind: 'files.rename', paths: ['${home}/in/*'], pattern: '${n}', startAt: 2, digits: 1, taken: 'both' }],
  },
  {
    name: 'a folder is made',
    files: nights,
    steps: [
      { kind: 'files.folder', path: '${home}/a/b c/d' },
      { kind: 'files.folder', path: '${home}/in' },
    ],
  },
  { name: 'a folder where a file is', files: nights, steps: [{ kind: 'files.folder', path: '${home}/in/Notes.log' }] },
  {
    name: 'thrown away with what lies in it',
    files: nights,
    steps: [{ kind: 'files.bin', paths: ['${home}/in/Notes.log', '${home}/in', '${home}/later'] }],
  },
  {
    name: 'thrown away twice',
    files: nights,
    steps: [
      { kind: 'files.bin', paths: ['${home}/in/veil-2.exposure'] },
      { kind: 'files.bin', paths: ['${home}/later/veil-2.exposure'] },
      { kind: 'files.restore', names: ['veil-2 2.exposure'] },
    ],
  },
  { name: 'restored what is not there', steps: [{ kind: 'files.restore', names: ['none'] }] },
  {
    name: 'if and else',
    steps: [
      when(is('Night', 'is', 'nIGHT'), [open(['yes'])], [open(['no'])]),
      when(is('a', 'is', 'b'), [open(['yes'])], [open(['no'])]),
      when(is('a', 'is', 'b'), [open(['yes'])]),
    ],
  },
  ...(['is', 'begins', 'ends', 'has', 'fits', 'more', 'less'] as const).map((kind): Sheet => ({
    name: `texts compared by “${kind}”`,
    steps: [
      ['10', '9'],
      ['1.0', '1'],
      ['veil-2', 'veil-10'],
      ['veil-10', 'veil-2'],
      ['Veil', 'veil'],
      ['', ''],
      ['veil-10', 'VEIL'],
      ['veil', '*'],
      ['a.b', 'a?b'],
      ['axb', 'a.b'],
      ['a[b]', 'a[b]'],
      ['one\ntwo', 'one*'],
      ['x', ''],
      ['a\\b', 'a\\b'],
      [' 5 ', '5'],
      ['abc', 'bc'],
      ['1e2', '100'],
      ['0x10', '16'],
      ['a_b', 'a b'],
      ['-', '_'],
    ].map(([a, b]) => when(is(a!, kind, b!), [open([`${a} yes`])], [open([`${a} no`])])),
  })),
  {
    name: 'empty texts',
    steps: ['', '  ', '\n\t', 'x', ' x '].map((value) =>
      when({ kind: 'value-is', text: value, test: { kind: 'empty' } }, [open(['empty'])], [open(['full'])]),
    ),
  },
  {
    name: 'conditions in conditions',
    steps: [
      when(
        {
          kind: 'all',
          conditions: [
            is('a', 'is', 'a'),
            { kind: 'not', condition: is('a', 'is', 'b') },
            {
              kind: 'any',
              conditions: [
                is('a', 'is', 'b'),
                { kind: 'not', condition: { kind: 'not', condition: is('a', 'is', 'a') } },
              ],
            },
          ],
        },
        [open(['yes'])],
        [open(['no'])],
      ),
    ],
  },
  {
    name: 'files that are there, larger, newer',
    files: nights,
    steps: [
      { path: '${home}/in/veil-2.exposure', test: { kind: 'there' } },
      { path: '${home}/in/*.dark', test: { kind: 'there' } },
      { path: '${home}/in/none', test: { kind: 'there' } },
      { path: 'in/*.exposure', test: { kind: 'there' } },
      { path: '${home}/in/*', test: { kind: 'larger', bytes: 4 } },
      { path: '${home}/in/*', test: { kind: 'larger', bytes: 5 } },
      { path: '${home}/in/*', test: { kind: 'newer', withinMs: 15 * 60_000 } },
      { path: '${home}/later/*', test: { kind: 'newer', withinMs: 15 * 60_000 } },
      { path: '${home}/in/veil-10.exposure', test: { kind: 'newer-than', path: '${home}/in/veil-2.exposure' } },
      { path: '${home}/in/veil-2.exposure', test: { kind: 'newer-than', path: '${home}/in/veil-10.exposure' } },
      { path: '${home}/in/veil-2.exposure', test: { kind: 'newer-than', path: '${home}/none' } },
    ].map((test, i) => when({ kind: 'file-is', ...test }, [open([`${i} yes`])], [open([`${i} no`])])),
  },
  {
    name: 'folders that are empty',
    files: { ...nights, empty: { kind: 'folder' } },
    steps: ['${home}/in', '${home}/empty', '${home}/none'].map((path, i) =>
      when({ kind: 'folder-empty', path }, [open([`${i} yes`])], [open([`${i} no`])]),
    ),
  },
  {
    name: 'the time of the day',
    steps: [
      when({ kind: 'time-of-day', fromMinute: 0, toMinute: 1439 }, [open(['day'])], [open(['last minute'])]),
      when({ kind: 'time-of-day', fromMinute: 5, toMinute: 5 }, [open(['never'])], [open(['no'])]),
    ],
  },
  {
    name: 'a program that does not run',
    steps: [when({ kind: 'program-runs', programId: 'atlas' }, [open(['runs'])], [open(['does not'])])],
  },
  {
    name: 'by the value of',
    steps: ['One', ' two ', 'three'].map((value): Draft => ({
      kind: 'choose',
      text: value,
      cases: [
        { values: ['one'], steps: [open(['first'])] },
        { values: ['x', 'TWO'], steps: [open(['second'])] },
      ],
      otherwise: [open(['other'])],
    })),
  },
  {
    name: 'a loop over lines, a list, a value',
    values: { many: 'a\nb\n' },
    steps: [
      each({ kind: 'lines', text: 'one\r\ntwo\n\nfour\n' }, 'line', [open(['${line}|', '${round}'])]),
      each({ kind: 'list', items: NASTY.map((item) => item.replaceAll('${', '$${')) }, 'item', [open(['${item}|'])]),
      each({ kind: 'value', name: 'many' }, 'one', [open(['${one}'])]),
      each({ kind: 'list', items: [] }, 'item', [open(['never'])]),
    ],
  },
  {
    name: 'a loop over rows',
    files: { 'in/log.csv': text('name, page\nNorth,n.page\n"East, far","say ""hi""\nthere"\n\nWest\n') },
    steps: [
      each({ kind: 'table', columns: ['name', 'page'], rows: [['North', 'n.page'], ['East']] }, 'row', [
        open(['${row.page}', '${row.name}', '${row}']),
      ]),
      each({ kind: 'csv', path: '${home}/in/log.csv' }, 'row', [open(['${row.name}', '${row.page}', '${row}'])]),
    ],
  },
  {
    name: 'a loop over a file that is not there',
    steps: [each({ kind: 'csv', path: '${home}/none.csv' }, 'row', [open(['${row.name}'])])],
  },
  ...(['name', 'newest', 'oldest', 'largest', 'smallest'] as const).map((order): Sheet => ({
    name: `files, ${order}`,
    files: { ...nights, 'in/a': text('1', 5), 'in/B': text('22', 6), 'in/_c': text('1234567', 7) },
    steps: [each({ ...inFolder, order }, 'file', [open(['${file.name}'])])],
  })),
  {
    name: 'files of a pattern, of an age, of a size, below',
    files: { ...nights, 'in/deep/veil-1.exposure': text('deep!', 1) },
    steps: [
      { pattern: '*.EXPOSURE' },
      { pattern: 'veil-?.*' },
      { newerThanMs: 15 * 60_000 },
      { olderThanMs: 15 * 60_000 },
      { largerThan: 3 },
      { smallerThan: 5 },
      { isDeep: true },
      { what: 'folders' },
      { what: 'both' },
    ].map((part) => each({ ...inFolder, ...part }, 'file', [open(['${file.name}'])])),
  },
  {
    name: 'files of a folder that is not there',
    steps: [each({ ...inFolder, folder: '${home}/none' }, 'file', [open(['x'])])],
  },
  {
    name: 'so many of them, and those that are gone',
    files: nights,
    steps: [
      each(inFolder, 'file', [
        move(['${home}/in/*'], '${home}/gone', { makeFolder: true }),
        open(['${file.name}', '${round}']),
      ]),
      each({ kind: 'list', items: ['a', 'b', 'c'] }, 'it', [open(['${it}'])], { atMost: 2 }),
    ],
  },
  {
    name: 'loops in loops with the same names',
    steps: [
      each({ kind: 'list', items: ['a', 'b'] }, 'it', [
        each({ kind: 'list', items: ['1', '2'] }, 'it', [open(['${it}', '${round}'])]),
        open(['${it}', '${round}']),
      ]),
    ],
  },
  {
    name: 'next round and out of the loop',
    steps: [
      each({ kind: 'list', items: ['a', 'b', 'c', 'd'] }, 'it', [
        when(is('${it}', 'is', 'b'), [{ kind: 'loop.leave', to: 'next' }]),
        when(is('${it}', 'is', 'd'), [{ kind: 'loop.leave', to: 'end' }]),
        open(['${it}']),
      ]),
      open(['after']),
    ],
  },
  {
    name: 'out of a loop from a group with a policy',
    steps: [
      each({ kind: 'list', items: ['a', 'b', 'c', 'd'] }, 'it', [
        {
          kind: 'group',
          name: 'g',
          onFailure: 'go-on',
          steps: [
            when(is('${it}', 'is', 'b'), [{ kind: 'loop.leave', to: 'next' }]),
            when(is('${it}', 'is', 'd'), [{ kind: 'loop.leave', to: 'end' }]),
            open(['${it}']),
          ],
        },
        open(['${it}!']),
      ]),
      open(['after']),
    ],
  },
  {
    name: 'repeated',
    steps: [
      { kind: 'repeat', times: '3', steps: [open(['${round}'])] },
      { kind: 'repeat', times: '0', steps: [open(['never'])] },
      { kind: 'repeat', times: ' 1.9 ', steps: [open(['once'])] },
      { kind: 'repeat', times: 'x', steps: [open(['never'])] },
      open(['never']),
    ],
  },
  {
    name: 'while',
    steps: [
      set('n', 'a'),
      {
        kind: 'while',
        condition: { kind: 'not', condition: is('${n}', 'is', 'aaaa') },
        atMost: 10,
        steps: [set('n', '${n}a'), open(['${n}', '${round}'])],
      },
      { kind: 'while', condition: is('1', 'is', '1'), atMost: 2, steps: [open(['w'])] },
    ],
  },
  {
    name: 'a step that fails and the rest goes on',
    files: nights,
    steps: [{ ...fails, onFailure: 'go-on' }, open(['on'])],
  },
  {
    name: 'a second way',
    files: nights,
    steps: [
      { ...fails, alternative: open(['second']) },
      open(['on']),
      { ...fails, alternative: fails },
      open(['never']),
    ],
  },
  {
    name: 'a second way that is a group',
    files: nights,
    steps: [
      { ...fails, alternative: { kind: 'group', name: 'both', steps: [open(['s1']), open(['s2'])] } },
      open(['on']),
    ],
  },
  {
    name: 'tried again',
    files: nights,
    steps: [{ ...fails, retry: { times: 2, afterMs: 10 }, onFailure: 'go-on' }, open(['on'])],
  },
  {
    name: 'a group that fails in the middle',
    files: nights,
    steps: [
      { kind: 'group', name: 'g', onFailure: 'go-on', steps: [open(['1']), fails, open(['2'])] },
      open(['3']),
      { kind: 'group', name: 'h', steps: [open(['4']), fails, open(['5'])] },
      open(['6']),
    ],
  },
  {
    name: 'a failure deep inside stops all',
    files: nights,
    steps: [
      each({ kind: 'list', items: ['a', 'b'] }, 'it', [when(is('a', 'is', 'a'), [open(['${it}']), fails])]),
      open(['never']),
    ],
  },
  {
    name: 'stopped',
    steps: [open(['1']), when(is('a', 'is', 'a'), [{ kind: 'lever.stop', what: 'lever' }]), open(['2'])],
  },
  {
    name: 'stopped in a group that goes on',
    steps: [
      {
        kind: 'group',
        name: 'g',
        onFailure: 'go-on',
        steps: [{ kind: 'repeat', times: '2', steps: [{ kind: 'lever.stop', what: 'all' }] }],
      },
      open(['2']),
    ],
  },
  {
    name: 'a turntable',
    typed: '2\n',
    answers: { '0': 'e' } as never,
    steps: [
      {
        kind: 'turntable',
        roads: [
          { direction: 'n', label: 'Up', steps: [open(['up'])] },
          { direction: 'e', label: '', steps: [open(['right'])] },
        ],
      },
      open(['on']),
    ],
  },
  { name: 'given back', steps: [open(['1']), { kind: 'lever.give', text: 'x' }, open(['2'])] },
  {
    name: 'texts that are cut',
    steps: [
      ...['a-b-c', '-', 'abc', '', 'a--b', 'a*b*c', 'ä-ö'].flatMap((value): Draft[] => [
        { kind: 'text.work', as: 'it', text: value, work: { kind: 'before', mark: '-' } },
        open(['${it}|']),
        { kind: 'text.work', as: 'it', text: value, work: { kind: 'after', mark: '-' } },
        open(['${it}|']),
        { kind: 'text.work', as: 'it', text: value, work: { kind: 'between', mark: '-', end: '-' } },
        open(['${it}|']),
        { kind: 'text.work', as: 'it', text: value, work: { kind: 'before', mark: '*' } },
        open(['${it}|']),
        { kind: 'text.work', as: 'parts', text: value, work: { kind: 'split', by: '-' } },
        open(['${parts.count}', '${parts.first}', '${parts.last}']),
        { kind: 'text.work', as: 'it', text: value, work: { kind: 'replace', find: '-', by: '$${x}\\&' } },
        open(['${it}|']),
      ]),
      ...(
        [
          [1, 2],
          [2, -1],
          [-2, -1],
          [0, 0],
          [3, 100],
        ] as const
      ).flatMap(([from, to]): Draft[] => [
        { kind: 'text.work', as: 'it', text: 'aäß✓𝄞z', work: { kind: 'letters', from, to } },
        open(['${it}|']),
      ]),
      ...['upper', 'lower', 'title', 'sentence'].flatMap((to): Draft[] => [
        { kind: 'text.work', as: 'it', text: ' good NIGHT, (dome-desk) 2b', work: { kind: 'case', to } },
        open(['${it}|']),
      ]),
      { kind: 'text.work', as: 'it', text: ' \n x y \t', work: { kind: 'trim' } },
      open(['${it}|']),
      ...['night 007 of 9', 'at -3,50', '1.25e3'].flatMap((value): Draft[] => [
        { kind: 'text.work', as: 'it', text: value, work: { kind: 'number' } },
        open(['${it}']),
      ]),
      { kind: 'text.work', as: 'it', text: 'a\r\nb\rc\n', work: { kind: 'split', by: '' } },
      open(['${it.count}', '${it.first}', '${it.last}|']),
      { kind: 'text.work', as: 'it', text: 'none', work: { kind: 'number' } },
      open(['never']),
    ],
  },
  {
    name: 'lists',
    steps: [
      { kind: 'text.work', as: 'all', text: 'veil-10,b,Veil-2,b,a', work: { kind: 'split', by: ',' } },
      ...[
        { kind: 'first' },
        { kind: 'last' },
        { kind: 'first', count: 2 },
        { kind: 'last', count: 2 },
        { kind: 'sorted', by: '' },
        { kind: 'sorted', by: '', isDown: true },
        { kind: 'reversed' },
        { kind: 'distinct', by: '' },
        { kind: 'matching', by: '', pattern: 'VEIL*' },
        { kind: 'joined', mark: ' + ' },
        { kind: 'with', text: 'z\ny' },
      ].flatMap((work): Draft[] => [
        { kind: 'list.work', as: `got-${work.kind}`, list: 'all', work },
        open([`\${got-${work.kind}}|`]),
      ]),
      { kind: 'list.work', as: 'none', list: 'all', work: { kind: 'matching', by: '', pattern: 'zzz' } },
      open(['${none}|', '${none.count}']),
      { kind: 'list.work', as: 'first', list: 'none', work: { kind: 'first' } },
      open(['never']),
    ],
  },
  {
    name: 'values of kinds',
    files: nights,
    steps: [
      { kind: 'value.set', as: 'n', from: { kind: 'count', source: inFolder } },
      open(['${n}']),
      { kind: 'value.set', as: 'all', from: { kind: 'entries', source: { kind: 'list', items: ['x', 'y'] } } },
      open(['${all}']),
      { kind: 'value.set', as: 'holds', from: { kind: 'condition', condition: is('a', 'is', 'a') } },
      open(['${holds}']),
      { kind: 'value.set', as: 'day', from: { kind: 'moment', format: 'YYYY-MM-DD [at] dddd %' } },
      open(['${day}']),
      ...[1, -1, 40, -400, 10_000].flatMap((days): Draft[] => [
        { kind: 'value.set', as: 'day', from: { kind: 'moment', format: 'dddd DD.MM.YYYY', days } },
        open(['${day}']),
      ]),
    ],
  },
  {
    name: 'sums',
    values: { x: '-3', y: '2.5' },
    steps: [
      '1 + 2 * 3',
      '(1 + 2) * ${y}',
      '${x} ^ 2',
      '2 - ${x}',
      '2 -${x}',
      '10 / 4',
      '0.1 + 0.2',
      '2 ^ 10',
      '7 / 3',
    ].flatMap((sum): Draft[] => [{ kind: 'value.set', as: 'it', from: { kind: 'sum', text: sum } }, open(['${it}'])]),
  },
  {
    name: 'a sum that is none',
    values: { x: 'none' },
    steps: [{ kind: 'value.set', as: 'it', from: { kind: 'sum', text: '1 + ${x}' } }, open(['never'])],
  },
  {
    name: 'a sum without an end',
    steps: [{ kind: 'value.set', as: 'it', from: { kind: 'sum', text: '1 / 0' } }, open(['never'])],
  },
  {
    name: 'values of blocks',
    steps: [
      set('a', '1'),
      when(is('a', 'is', 'a'), [set('a', '2'), set('b', '3'), open(['${a}', '${b}'])]),
      open(['${a}']),
    ],
  },
  {
    name: 'inputs and their standard',
    inputs: [
      { name: 'target', kind: 'text', standard: 'Veil $HOME' },
      { name: 'PATH', kind: 'text', standard: 'p' },
    ],
    steps: [open(['${target}', '${PATH}'])],
  },
  {
    name: 'waits',
    steps: [
      { kind: 'wait', ms: 20 },
      { kind: 'wait', ms: 0, text: '30 ms' },
      { kind: 'wait.until', condition: is('a', 'is', 'a'), limitMs: 1000, then: 'fail' },
      open(['on']),
      { kind: 'wait', ms: 0, text: 'soon' },
      open(['never']),
    ],
  },
  {
    name: 'messages',
    steps: [
      { kind: 'message.show', text: 'a %s $HOME' },
      { kind: 'message.show', text: 'b', as: 'alert' },
      open(['on']),
    ],
  },
  {
    name: 'questions with their usual answers',
    files: nights,
    steps: [
      { kind: 'ask', as: 'a', text: 'Who?', what: { kind: 'text' }, standard: 'Rigg' },
      { kind: 'ask', as: 'b', text: 'How many?', what: { kind: 'number', min: 0, max: 10 }, standard: '2,50' },
      { kind: 'ask', as: 'c', text: 'Go?', what: { kind: 'yes-no' }, standard: 'no' },
      { kind: 'ask', as: 'd', text: 'When?', what: { kind: 'date' }, standard: '2028-02-29' },
      {
        kind: 'ask',
        as: 'e',
        text: 'Which?',
        what: { kind: 'pick', source: { kind: 'list', items: ['north', 'south'] } },
        standard: 'south',
      },
      {
        kind: 'ask',
        as: 'f',
        text: 'Which?',
        what: { kind: 'pick', source: { kind: 'list', items: ['north', 'south', 'east'] }, several: true },
        standard: 'south\neast',
      },
      open(['${a}', '${b}', '${c}', '${d}', '${e}', '${f}']),
    ],
  },
  {
    name: 'questions that are answered',
    files: nights,
    typed: 'Moor\n11\n3\nmaybe\nyes\n2027-02-29\n2028-03-01\n7\n2\n1 3\nNotes.log\n',
    answers: {
      '0': 'Moor',
      '1': 3,
      '2': true,
      '3': '2028-03-01',
      '4': '1',
      '5': ['0', '2'],
      '6': '@home/in/Notes.log',
    } as never,
    steps: [
      { kind: 'ask', as: 'a', text: 'Who?', what: { kind: 'text' } },
      { kind: 'ask', as: 'b', text: 'How many?', what: { kind: 'number', min: 0, max: 10 } },
      { kind: 'ask', as: 'c', text: 'Go?', what: { kind: 'yes-no' } },
      { kind: 'ask', as: 'd', text: 'When?', what: { kind: 'date' } },
      {
        kind: 'ask',
        as: 'e',
        text: 'Which?',
        what: { kind: 'pick', source: { kind: 'list', items: ['north', 'south'] } },
      },
      {
        kind: 'ask',
        as: 'f',
        text: 'Which?',
        what: { kind: 'pick', source: { kind: 'list', items: ['north', 'south', 'east'] }, several: true },
      },
      { kind: 'ask', as: 'g', text: 'Which file?', what: { kind: 'file', folder: '${home}/in' } },
      open(['${a}', '${b}', '${c}', '${d}', '${e}', '${f}', '${g}']),
    ],
  },
  {
    name: 'a taken name that is asked for',
    files: nights,
    typed: '2\n',
    answers: { '0': 'replace' } as never,
    steps: [move(['${home}/in/*'], '${home}/later', { taken: 'ask' })],
  },
  {
    name: 'another lever, its inputs and what it gives back',
    levers: [
      {
        id: 'other',
        name: 'Other',
        plate: 2,
        inputs: [
          { name: 'who', kind: 'text' },
          { name: 'where', kind: 'text', standard: 'dome' },
        ],
        steps: steps([
          open(['${who}', '${where}']),
          when(is('${who}', 'is', 'stop'), [{ kind: 'lever.stop', what: 'lever' }]),
          { kind: 'lever.give', text: '${who}!' },
        ]),
      },
      { id: 'all', name: 'Stops all', plate: 3, steps: steps([{ kind: 'lever.stop', what: 'all' }]) },
    ],
    steps: [
      { kind: 'lever.pull', leverId: 'other', inputs: [{ name: 'who', text: "it's" }], as: 'got' },
      open(['${got}']),
      {
        kind: 'lever.pull',
        leverId: 'other',
        inputs: [
          { name: 'who', text: 'stop' },
          { name: 'where', text: 'desk' },
        ],
      },
      open(['on']),
      { kind: 'lever.pull', leverId: 'all', inputs: [] },
      open(['never']),
    ],
  },
  {
    name: 'looked up in tables, lists and files',
    files: nights,
    values: { who: 'NORTH' },
    steps: [
      ...(['exact', 'begins'] as const).flatMap((how): Draft[] => [
        { kind: 'value.find', as: 'row', source: groups, text: how === 'exact' ? '${who}' : 'sou', how },
        open(['${row.frame}', '${row}']),
      ]),
      { kind: 'value.find', as: 'row', source: groups, text: 'Night', by: 'frame', how: 'exact' },
      open(['${row.name}']),
      {
        kind: 'value.find',
        as: 'one',
        source: { kind: 'list', items: ['calm', 'open'] },
        text: ' OPEN ',
        how: 'exact',
      },
      open(['${one}']),
      { kind: 'value.find', as: 'none', source: groups, text: 'west', how: 'exact', none: 'go-on' },
      open(['${none}|']),
      {
        kind: 'value.find',
        as: 'row',
        source: groups,
        text: 'n',
        by: 'frame',
        how: 'begins',
        several: 'fail',
        onFailure: 'go-on',
      },
      { kind: 'value.find', as: 'row', source: groups, text: 'west', how: 'exact' },
      open(['never']),
    ],
  },
  {
    name: 'looked up and asked',
    typed: '2\n1\n3\n',
    answers: { '0': '1', '2': '0', '4': '2' } as never,
    steps: [
      { kind: 'value.find', as: 'row', source: groups, text: 'west', how: 'exact', none: 'ask' },
      open(['${row.frame}']),
      { kind: 'value.find', as: 'row', source: groups, text: 'n', by: 'frame', how: 'begins', several: 'ask' },
      open(['${row.name}']),
      { kind: 'ask', as: 'group', text: 'Who?', what: { kind: 'pick', source: groups } },
      open(['${group.frame}', '${group.name}', '${group}']),
    ],
  },
  {
    name: 'a record goes to another lever and comes back',
    levers: [
      {
        id: 'other',
        name: 'Other',
        plate: 2,
        inputs: [{ name: 'it', kind: 'any' }],
        steps: steps([
          open(['${it.frame}', '${it}']),
          { kind: 'value.find', as: 'found', source: groups, text: '${it.name}', how: 'exact' },
          { kind: 'lever.give', text: '${found}' },
        ]),
      },
    ],
    steps: [
      { kind: 'value.find', as: 'row', source: groups, text: 'south', how: 'exact' },
      { kind: 'lever.pull', leverId: 'other', inputs: [{ name: 'it', text: '${row}' }], as: 'back' },
      open(['${back.name}', '${back.frame}']),
    ],
  },
]

describe.each(SHELLS)('a script does what was rehearsed, under %s', (shell) => {
  test.each(SHEETS.map((sheet) => [sheet.name, sheet] as const))('%s', (_name, sheet) => {
    const { rehearsed, run, errors, script } = compare(sheet, shell)
    expect(run, `${errors}\n${script.split('\n').slice(-60).join('\n')}`).toEqual(rehearsed)
  })
})

const anAct = fc.oneof(...Object.values(drawnActs))
const someActs = fc.array(anAct, { minLength: 1, maxLength: 4 })
const drawnSheets: fc.Arbitrary<DrawnStep[]> = fc.array(fc.oneof(anAct, ...Object.values(drawnBlocks(someActs))), {
  minLength: 1,
  maxLength: 4,
})

describe('what a rehearsal does not tell of', () => {
  const root = () => join(scratch, `r${++count}`)
  const written = (drafts: readonly Draft[], more: Partial<Pullable> = {}, bench = exampleDesk()) => {
    const lever = { id: 'l', name: 'A lever', plate: 1, steps: steps(drafts), ...more }
    const script = toPosixScript(lever, { bench })
    if (!script.ok) throw new Error(script.issues[0]!.code)
    return script.value
  }
  const refused = (drafts: readonly Draft[]) => {
    const script = toPosixScript({ id: 'l', name: 'A lever', plate: 7, steps: steps(drafts) }, { bench: exampleDesk() })
    return script.ok ? 'written' : [script.issues[0]!.code, script.issues[0]!.at]
  }
  const runIn = (at: string, text: string, args: readonly string[] = [], input = '') => {
    writeFileSync(join(at, 'script.sh'), text)
    const env = { PATH: process.env.PATH, LANG: 'C.UTF-8', NIGHT: 'outer' }
    return spawnSync('sh', ['script.sh', ...args], { cwd: at, encoding: 'utf8', env, input, timeout: 60_000 })
  }

  test('every argument reaches its program as it is, `--` and nothing at all too', () => {
    const at = root()
    const bench = benchIn(at, {})
    makeFiles(at, bench)
    expect(runIn(at, written([open(['--', ...NASTY, '--'])], {}, bench).text).status).toBe(0)
    expect(startsLogged(at)[0]!.args).toEqual(['--', ...NASTY, '--'])
  })

  test('the environment of a program is its own', () => {
    const at = root()
    const bench = benchIn(at, {})
    makeFiles(at, bench)
    const stub = join(at, 'bin', 'atlas')
    writeFileSync(stub, `#!/bin/sh\nprintf '%s|%s\\n' "\${NIGHT-}" "\${DOME-}"\n`)
    const environment = [
      { name: 'NIGHT', value: 'it is "$HOME"' },
      { name: 'DOME', value: '' },
    ]
    const { stdout } = runIn(at, written([open([], { environment }), open([])], {}, bench).text)
    expect(stdout.split('\n').sort()).toEqual(['', 'it is "$HOME"|', 'outer|'].sort())
  })

  test('what only a desktop can do is told once for each, and does not stop the rest', () => {
    const at = root()
    mkdirSync(at, { recursive: true })
    const mute: Draft = { kind: 'keys.send', programId: 'book', chords: ['Ctrl+S'] }
    const script = written([mute, mute, { kind: 'message.show', text: 'on' }])
    expect(script.byHand).toHaveLength(1)
    const { stdout, stderr, status } = runIn(at, script.text)
    expect([stdout, status]).toEqual(['on\n', 0])
    expect(stderr).toBe(`By hand: ${script.byHand[0]!.says}\n`.repeat(2))
    const filled = script.text.replace(/(\w+\(\) \{) by_hand .*; \}/, '$1 echo filled in; }')
    expect(runIn(at, filled).stdout).toBe('filled in\nfilled in\non\n')
  })

  test('a condition that only a desktop knows is told, and taken as no', () => {
    const at = root()
    mkdirSync(at, { recursive: true })
    const condition = { kind: 'control-is', deviceId: 'mic', controlId: 'mute', value: true }
    const script = written([
      when(condition, [{ kind: 'message.show', text: 'yes' }], [{ kind: 'message.show', text: 'no' }]),
    ])
    expect(script.byHand).toMatchObject([{ gives: 'condition' }])
    expect(runIn(at, script.text).stdout).toBe('no\n')
    expect(runIn(at, script.text.replace(/cannot_tell '.*?'; \}/, ':; }')).stdout).toBe('yes\n')
  })

  test('a frame is one script: its levers by number or name, with their inputs, and 2 for what it does not have', () => {
    const at = root()
    mkdirSync(at, { recursive: true })
    const say = (id: string, name: string, plate: number, said: string, more: Partial<Pullable> = {}) => ({
      lever: { id, name, plate, steps: steps([{ kind: 'message.show', text: said }]), ...more },
      values: { values: { night: `night of ${id}` }, broken: {} },
    })
    const who = [{ name: 'who', kind: 'text' as const }]
    const levers = [say('a', "It's on", 3, '${night}'), say('b', 'Greet', 4, 'Hello ${who}', { inputs: who })]
    const script = frameToPosixScript('Night', levers, { bench: exampleDesk() })
    const { text: whole } = script.ok ? script.value : { text: '' }
    const told = (...args: string[]) => {
      const { stdout, status } = runIn(at, whole, args)
      return [stdout, status]
    }
    expect(told('3')).toEqual(['night of a\n', 0])
    expect(told("It's on")).toEqual(['night of a\n', 0])
    expect(told('Greet', 'who=$(rm) "x"')).toEqual(['Hello $(rm) "x"\n', 0])
    expect([told('4')[1], told('4', 'whom=x')[1], told()[1], told('5')[1]]).toEqual([2, 2, 2, 2])
  })

  test('what a run did is done again: the same starts, the same files', () => {
    const at = root()
    const bench = benchIn(at, nights)
    makeFiles(at, bench)
    let ids = 0
    const environment = [{ name: 'NIGHT', value: "it's" }]
    const lever = {
      id: 'l',
      name: 'Night',
      plate: 1,
      steps: steps([
        each(inFolder, 'file', [open(['${file.name}', '--'], { workingDirectory: '${charts}', environment })]),
        move(['${home}/in/*'], '${home}/later', { taken: 'replace' }),
        move(['${charts}/*'], '${home}/kept', { act: 'copy', makeFolder: true }),
        { kind: 'files.bin', paths: ['${home}/later/Notes.log'] },
        { kind: 'message.show', text: 'done' },
        { kind: 'keys.send', programId: 'atlas', chords: ['Ctrl+S'], onFailure: 'go-on' },
      ]),
    }
    const { run, bench: after } = rehearse(lever, bench, { nowMs: Date.now(), nextId: () => `id${++ids}` })
    const script = runToPosixScript({ plate: 1, leverName: 'Night', log: run.log }, bench)
    const { stdout, status } = runIn(at, script.ok ? script.value.text : '')
    expect([stdout, status]).toEqual(['done\n', 0])
    expect(filesThere(at)).toEqual(filesOf(after, at))
    const folder = join(at, 'home', 'charts')
    expect(startsLogged(at)).toEqual(
      ['Notes.log', 'veil-2.exposure', 'veil-10.exposure'].map((name) => ({
        program: join(at, 'bin', 'atlas'),
        folder,
        args: [name, '--'],
      })),
    )
    // Nothing is there any more to be done again.
    expect(runIn(at, script.ok ? script.value.text : '').status).toBe(1)
  })

  test('an interlock keeps a lever back with 3, asks, or pulls another', () => {
    const at = root()
    mkdirSync(at, { recursive: true })
    const condition = is('a', 'is', 'b') as never
    const on: Draft[] = [{ kind: 'message.show', text: 'on' }]
    const refuse = written(on, { interlock: { condition, otherwise: { kind: 'refuse' } } }).text
    const asks = written(on, { interlock: { condition, otherwise: { kind: 'ask' } } }).text
    const code = (text: string, input = '') => {
      const { stdout, status } = runIn(at, text, [], input)
      return [stdout, status]
    }
    expect(code(refuse)).toEqual(['', 3])
    expect([code(asks, 'yes\n'), code(asks, 'no\n'), code(asks)]).toEqual([
      ['on\n', 0],
      ['', 4],
      ['', 4],
    ])
  })

  test('what cannot be said is refused with the number of the lever', () => {
    expect(refused([open(['${nobody}'])])).toEqual(['program-missing', '7'])
    expect(refused([{ kind: 'message.show', text: '${nobody}' }])).toEqual(['variable-unknown', '7'])
    expect(refused([{ kind: 'value.set', as: 'x', from: { kind: 'sum', text: 'sqrt(2)' } }])).toEqual([
      'sum-unsayable',
      '7',
    ])
    expect(refused([{ kind: 'lever.pull', leverId: 'none', inputs: [] }])).toEqual(['lever-missing', '7'])
    expect(quoteWord('a\0b').ok).toBe(false)
  })

  test('whatever the steps, the shell reads the script, or it says why there is none', () => {
    let written = 0
    fc.assert(
      fc.property(drawnSheets, (drafts) => {
        const drawn = steps(drafts as Draft[])
        const values = { values: { v: '1', w: 'a\nb' }, broken: {} }
        const script = toPosixScript(
          { id: 'l', name: 'Drawn', plate: 1, steps: drawn },
          { bench: exampleDesk(), values },
        )
        if (!script.ok) {
          expect(script.issues[0]!.message).toMatch(/\.$/)
          return
        }
        written += 1
        const { status, stderr } = spawnSync('sh', ['-n'], { input: script.value.text, encoding: 'utf8' })
        expect([status, stderr]).toEqual([0, ''])
      }),
      { numRuns: 150 },
    )
    expect(written).toBeGreaterThan(30)
  })
})
