import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChanges } from '../bench'
import type { BenchState } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { NO_VALUES, splitExec } from '../command'
import { leverSchema } from '../levers'
import type { Lever } from '../levers'
import { valueOf } from '../result'
import { exportEntries, parseEntryFile, planImport, rewriteEntryFile } from '.'
import { rewriteExec } from './rewriteExec'

/** A store in small: the bench, the levers and the texts that were kept. */
interface Small {
  bench: BenchState
  levers: Lever[]
  texts: Map<string, string>
}

const fileId = (text: string) => createHash('sha256').update(text).digest('hex')
const bytes = (text: string) => new TextEncoder().encode(text)
const exportAll = ({ bench, levers, texts }: Small, chosen = levers) =>
  exportEntries(chosen, bench, () => NO_VALUES, { fileText: (id) => texts.get(id), levers })

function plan(small: Small, files: Record<string, string>, locale = 'en') {
  return planImport({
    files: Object.entries(files).map(([name, text]) => ({ name, bytes: bytes(text) })),
    locale,
    desktop: '',
    frameId: 'f',
    forced: [],
    bench: small.bench,
    levers: small.levers,
    fileId,
    fileText: (id) => small.texts.get(id),
    exported: ({ entry, action }) => {
      const all = small.levers.filter(({ origin }) => origin?.entry === entry)
      return exportAll(
        small,
        all.filter(({ origin }) => action === undefined || origin!.action === action),
      ).files[0]?.text
    },
  })
}

function take(files: Record<string, string>, small: Small = empty(), locale = 'en'): Small {
  const items = plan(small, files, locale)
  const programs = items.flatMap((item) =>
    item.program ? [{ kind: 'program.put' as const, program: item.program }] : [],
  )
  const levers = [...small.levers]
  for (const { draft, leverId } of items.flatMap((item) => item.levers)) {
    const at = levers.findIndex((lever) => lever.id === leverId)
    const known = levers[at]
    if (known)
      levers[at] = leverSchema.parse({ ...draft, id: known.id, plate: known.plate, version: known.version + 1 })
    else levers.push(leverSchema.parse({ ...draft, id: `l-${levers.length}`, plate: levers.length + 1, version: 1 }))
  }
  const texts = new Map(small.texts)
  for (const text of Object.values(files)) texts.set(fileId(text), text)
  return { bench: valueOf(applyChanges(small.bench, programs)), levers, texts }
}

function empty(): Small {
  return { bench: exampleBench(), levers: [], texts: new Map() }
}

const alter = (small: Small, id: string, part: Partial<Lever>): Small => ({
  ...small,
  levers: small.levers.map((lever) => (lever.id === id ? { ...lever, ...part } : lever)),
})
const withStep = (small: Small, id: string, part: object): Small => {
  const lever = small.levers.find((entry) => entry.id === id)!
  return alter(small, id, { steps: [{ ...lever.steps[0]!, ...part } as Lever['steps'][number]] })
}

const sky = `# Kept by the night watch, do not sort.
[Desktop Entry]
Type = Application
Version=1.5
Name=Sky Desk
Name[de]=Himmelspult
Comment=Looks up
Comment[de]=Schaut hinauf
Icon=moon
Exec=env TINT=red sky --open %F --then "a b"
Path=/l
Categories=Science;Astronomy;
Keywords=stars;sky;
Keywords[de]=Sterne;
StartupWMClass=Sky
X-Fell-Dome=yes
Actions=red;log;

# Red light saves the eyes.
[Desktop Action red]
Name=Red light
Name[de]=Rotlicht
Icon=sun
Exec=sky --red --startup-script=%f

[Desktop Action log]
Name=Log
Exec=sky --log

[X-Fell Extra]
anything = goes
`

describe('what was imported', () => {
  test('comes back to the letter where nothing was changed', () => {
    const small = take({ 'sky.desktop': sky })
    expect(exportAll(small).files).toEqual([{ name: 'sky.desktop', text: sky, leverIds: ['l-0', 'l-1', 'l-2'] }])
    const windows = sky.replaceAll('\n', '\r\n')
    expect(exportAll(take({ 'sky.desktop': windows })).files[0]!.text).toBe(windows)
  })

  test('so does any file that is read, whatever else stands in it', () => {
    const blank = fc.constantFrom('', ' ', '\t')
    const key = fc.stringMatching(/^X-[A-XZa-z0-9-]{1,8}$/)
    const locale = fc.constantFrom('', '[de]', '[sr@latin]', '[de_AT.UTF-8]')
    const value = fc.string({ unit: 'grapheme', maxLength: 12 }).map((text) => text.replace(/\p{C}/gu, ''))
    const line = fc.oneof(
      {
        arbitrary: fc.tuple(key, locale, blank, blank, value).map(([k, l, a, b, v]) => `${k}${l}${a}=${b}${v}`),
        weight: 3,
      },
      { arbitrary: value.map((text) => `#${text}`), weight: 1 },
      { arbitrary: blank, weight: 1 },
    )
    const lines = fc.uniqueArray(line, { maxLength: 6, selector: (text) => text.split('=')[0]!.trim() })
    const file = fc
      .tuple(lines, lines, lines, fc.constantFrom('\n', '\r\n'))
      .map(([a, b, c, end]) =>
        [
          '[Desktop Entry]',
          'Type=Application',
          ...a,
          'Name=Sky',
          'Exec=sky %U -x',
          ...b.map((text) => text.replace(/^X-/, 'X-Y-')),
          '[X-Fell]',
          ...c,
          '',
        ].join(end),
      )
    fc.assert(
      fc.property(file, (text) => {
        expect(exportAll(take({ 'a.desktop': text })).files[0]!.text).toBe(text)
      }),
    )
  })

  test('a changed name changes the plain line only, and the translations that differ are told', () => {
    const small = alter(take({ 'sky.desktop': sky }), 'l-0', { name: 'Sky Table' })
    const { files, unsaid } = exportAll(small)
    expect(files[0]!.text).toBe(sky.replace('Name=Sky Desk', 'Name=Sky Table'))
    expect(unsaid).toEqual([
      {
        leverId: 'l-0',
        code: 'translations-differ',
        because: 'Name is changed; its translations (de) say what it was before.',
      },
    ])
  })

  test('a file that was read in another language changes where the user changed it, and else not', () => {
    const small = take({ 'sky.desktop': sky }, empty(), 'de_AT')
    expect(small.levers.map((lever) => lever.name)).toEqual([
      'Himmelspult',
      'Himmelspult: Rotlicht',
      'Himmelspult: Log',
    ])
    expect(exportAll(small).files[0]!.text).toBe(sky)
    const { files } = exportAll(alter(small, 'l-1', { name: 'Himmelspult: Lampe' }))
    expect(files[0]!.text).toBe(sky.replace('Name=Red light', 'Name=Lampe'))
  })

  test('changed arguments leave field codes, quotes and the rest of the line where they were', () => {
    const small = take({ 'sky.desktop': sky })
    const exec = (change: Small) => /^Exec=(.*)$/m.exec(exportAll(change).files[0]!.text)![1]
    expect(exec(withStep(small, 'l-0', { args: ['--open', '--then', 'a b', '--dim'] }))).toBe(
      'env TINT=red sky --open %F --then "a b" --dim',
    )
    expect(exec(withStep(small, 'l-0', { args: ['--then', 'a c'] }))).toBe('env TINT=red sky %F --then "a c"')
    expect(exec(withStep(small, 'l-0', { environment: [] }))).toBe('sky --open %F --then "a b"')
    const action = exportAll(withStep(small, 'l-1', { args: ['--blue', '--startup-script='] })).files[0]!.text
    expect(action).toBe(sky.replace('--red --startup', '--blue --startup'))
  })

  test('icon, aliases, folder and categories are written where they were changed', () => {
    let small = take({ 'sky.desktop': sky })
    small = alter(small, 'l-0', { icon: { kind: 'set', name: 'star', colour: 'ink' }, aliases: ['stars', 'night'] })
    small = withStep(small, 'l-0', { workingDirectory: '/l/new' })
    small.bench = valueOf(
      applyChanges(small.bench, [
        { kind: 'program.put', program: { ...small.bench.programs.sky!, categories: ['Science', 'Night'] } },
      ]),
    )
    const { files, unsaid } = exportAll(small)
    expect(files[0]!.text).toBe(
      sky
        .replace('Icon=moon', 'Icon=star')
        .replace('Keywords=stars;sky;', 'Keywords=stars;night;')
        .replace('Path=/l', 'Path=/l/new')
        .replace('Categories=Science;Astronomy;', 'Categories=Science;X-KeenLever-Night;'),
    )
    // An action has the folder of its application, which is another one now for what the lever says.
    expect(unsaid.map(({ leverId, code }) => [leverId, code])).toEqual([['l-0', 'translations-differ']])
    const bare = withStep(alter(small, 'l-0', { aliases: [] }), 'l-0', { workingDirectory: undefined })
    expect(exportAll(bare).files[0]!.text).not.toMatch(/^(Keywords|Path)=/m)
  })
})

describe('again', () => {
  test('what was exported is what is there, whatever was changed', () => {
    let small = take({ 'sky.desktop': sky })
    small = alter(small, 'l-0', { name: 'Sky Table', scope: { kind: 'only', programIds: ['book'] } })
    small = withStep(small, 'l-0', { windowMode: 'maximized', args: ['--dim'] })
    const [file] = exportAll(small).files
    const [item] = plan(small, { 'sky.desktop': file!.text })
    expect([item!.fate, item!.levers.map((lever) => lever.fate)]).toEqual(['same', ['same', 'same', 'same']])
  })

  test('a newer file is taken over, with what an entry cannot say left as it is', () => {
    let small = take({ 'sky.desktop': sky })
    small = withStep(small, 'l-0', { windowMode: 'maximized' })
    small = alter(small, 'l-2', {
      steps: [...small.levers[2]!.steps, { id: 's2', kind: 'wait', ms: 5, onFailure: 'stop' }],
    })
    small.bench = valueOf(
      applyChanges(small.bench, [
        { kind: 'program.put', program: { ...small.bench.programs.sky!, instances: 'single', version: 2 } },
      ]),
    )
    const newer = sky.replace('Exec=env TINT=red sky --open', 'Exec=env TINT=red sky --wide').replace('Log', 'Book')
    const [item] = plan(small, { 'sky.desktop': newer })
    expect(item!.fate).toBe('change')
    const after = take({ 'sky.desktop': newer }, small)
    expect(after.levers[0]!.steps[0]).toMatchObject({ args: ['--wide', '--then', 'a b'], windowMode: 'maximized' })
    expect([after.levers[2]!.name, after.levers[2]!.steps.length]).toEqual(['Sky Desk: Book', 2])
    expect(after.bench.programs.sky!.instances).toBe('single')
    expect(exportAll(after, [after.levers[0]!]).files[0]!.text).toBe(newer)
  })

  test('an action by itself is a file of its own that changes no other lever', () => {
    const small = take({ 'sky.desktop': sky })
    const { files } = exportAll(small, [small.levers[1]!])
    expect(files).toEqual([
      {
        name: 'sky-red.desktop',
        leverIds: ['l-1'],
        text:
          '[Desktop Entry]\nType=Application\nVersion=1.4\nName=Sky Desk: Red light\nIcon=sun\n' +
          'Exec=sky --red --startup-script=%f\nPath=/l\nX-KeenLever-Entry=sky\nX-KeenLever-Action=red\n',
      },
    ])
    const [item] = plan(small, { 'sky-red.desktop': files[0]!.text })
    expect(item!.levers.map(({ fate, leverId }) => [fate, leverId])).toEqual([['same', 'l-1']])
    const elsewhere = take({ 'sky-red.desktop': files[0]!.text })
    expect(elsewhere.levers.map(({ name, origin }) => [name, origin!.entry, origin!.action])).toEqual([
      ['Sky Desk: Red light', 'sky', 'red'],
    ])
    // The whole application beside it is found in its place, and the action is the same lever.
    const both = take({ 'sky.desktop': sky }, elsewhere)
    expect(both.levers.map(({ name }) => name).sort()).toEqual(['Sky Desk', 'Sky Desk: Log', 'Sky Desk: Red light'])
  })
})

test('a control character in an argument or a folder cannot be written, and is told', () => {
  const small = take({ 'sky.desktop': sky })
  const odd = withStep(small, 'l-0', { args: ['a\u0001b'] })
  expect(exportAll(odd, [odd.levers[0]!]).skipped).toEqual([
    { leverId: 'l-0', because: '“a·b” has a control character, which no Desktop Entry can hold.' },
  ])
  expect(exportAll(withStep(small, 'l-0', { args: ['a\nb\tc'] })).skipped).toEqual([])
})

test('what no file says is told of each lever by name', () => {
  const small = take({ 'sky.desktop': sky })
  const full = withStep(
    alter(small, 'l-0', {
      scope: { kind: 'except', programIds: ['book'] },
      triggers: [{ id: 't', kind: 'chord', chord: 'F9', wins: 'auto' }],
      interlock: { condition: { kind: 'program-runs', programId: 'dome' }, otherwise: { kind: 'ask' } },
      feedback: 'sound',
      enabled: false,
      whileRunning: 'beside',
    }),
    'l-0',
    { windowMode: 'maximized', whenRunning: 'reopen', unsaved: 'save', args: ['${logs}', '$${x}'] },
  )
  const { unsaid } = exportAll(full, [full.levers[0]!])
  expect(unsaid.map(({ code }) => code)).toEqual([
    'window-state',
    'when-running',
    'unsaved-work',
    'while-running',
    'scope',
    'triggers',
    'interlock',
    'feedback',
    'disabled',
    'named-values',
  ])
  expect(unsaid.find(({ code }) => code === 'scope')!.because).toBe('Its scope is left out: everywhere but in BOOK.')
  expect(unsaid.at(-1)!.because).toBe('Values are written out as they are now: logs.')
})

describe('the file', () => {
  test('a key that was not there comes after the last one of its group, before comments and blanks', () => {
    const text = '[Desktop Entry]\nName=A\n\n# of the next\n[X-Other]\nName=B'
    const edits = [
      { group: 'Desktop Entry', key: 'Icon', value: 'moon' },
      { group: 'X-Other', key: 'Name', value: 'C' },
    ]
    expect(rewriteEntryFile(text, edits)).toBe('[Desktop Entry]\nName=A\nIcon=moon\n\n# of the next\n[X-Other]\nName=C')
    expect(rewriteEntryFile(text, [{ group: 'X-Other', key: 'Name', value: null }])).toBe(
      '[Desktop Entry]\nName=A\n\n# of the next\n[X-Other]',
    )
  })

  test('a group that is broken spoils itself only, and stays as it is', () => {
    const torn = `${sky.slice(0, sky.indexOf('[Desktop Action log]'))}[Desktop Action log]\nName=Log\nExe`
    expect(parseEntryFile(torn).ok).toBe(true)
    const small = take({ 'sky.desktop': torn })
    expect(small.levers.map((lever) => lever.name)).toEqual(['Sky Desk', 'Sky Desk: Red light'])
    expect(exportAll(small).files[0]!.text).toBe(torn)
    expect(plan(empty(), { 'sky.desktop': torn })[0]!.reasons).toEqual([
      expect.stringContaining('The action “log” is left out. Line 28: “Exe” is no Key=Value.'),
    ])
  })

  test('names, arguments and folders that are too long are refused at their line', () => {
    const long = (key: string, value: string) => sky.replace(new RegExp(`^${key} ?=.*$`, 'm'), `${key}=${value}`)
    const reasonOf = (text: string) => plan(empty(), { 'sky.desktop': text })[0]!
    expect(reasonOf(long('Name', 'x'.repeat(121)))).toMatchObject({
      fate: 'fault',
      reasons: [
        expect.stringMatching(/^Line 5: Name: “x{30}…” has 121 letters; the name of a lever has at most 120\./),
      ],
    })
    expect(reasonOf(long('Exec', `sky ${'x'.repeat(4097)}`)).reasons).toEqual([
      expect.stringMatching(/^Line 10: Exec: Argument 1 “x{30}…” has 4,097 letters, and may have 4,096\./),
    ])
    expect(reasonOf(long('Exec', `sky${' x'.repeat(5001)}`)).reasons).toEqual([
      'Line 10: Exec: It has 5,001 arguments, and may have 5,000.',
    ])
    expect(reasonOf(long('Path', `/${'x'.repeat(4096)}`)).fate).toBe('fault')
    const action = sky.replace('Name=Red light', `Name=${'r'.repeat(115)}`)
    expect(reasonOf(action).levers.map(({ draft }) => draft.name)).toEqual(['Sky Desk', 'Sky Desk: Log'])
  })

  test('a desktop is one of those in a list with colons; the first that is named decides', () => {
    const fate = (desktop: string, line: string) =>
      planImport({
        files: [{ name: 'a.desktop', bytes: bytes(`[Desktop Entry]\nType=Application\nName=A\nExec=a\n${line}\n`) }],
        locale: 'en',
        desktop,
        frameId: 'f',
        forced: [],
        bench: exampleBench(),
        levers: [],
      })[0]!.fate
    expect(fate('Fell:Moor', 'OnlyShowIn=Moor;')).toBe('create')
    expect(fate('Fell:Moor', 'NotShowIn=Moor;')).toBe('skip')
    expect(fate('Fell', 'OnlyShowIn=Moor;')).toBe('skip')
    expect(fate('', 'NotShowIn=Moor;')).toBe('create')
    expect(fate('Fell:Moor', 'OnlyShowIn=Fell;\nNotShowIn=Moor;')).toBe('create')
    expect(fate('Moor:Fell', 'OnlyShowIn=Fell;\nNotShowIn=Moor;')).toBe('skip')
  })
})

describe('an Exec line', () => {
  test('starts what it is told to, and keeps each field code, whatever was there', () => {
    const argument = fc.string({
      unit: fc.constantFrom('a', ' ', '"', '\\', '$', '%', '='),
      minLength: 1,
      maxLength: 4,
    })
    const quoted = (text: string) => `"${text.replace(/["\\$]/g, '').replaceAll('%', '%%')}"`
    const words = fc.tuple(
      fc.array(argument.map(quoted), { maxLength: 3 }),
      fc.constantFrom('%f', '%F', '%u', '--on=%f', ''),
      fc.array(argument.map(quoted), { maxLength: 3 }),
    )
    fc.assert(
      fc.property(words, fc.array(argument, { maxLength: 4 }), ([before, code, after], args) => {
        const line = ['sky', ...before, code, ...after].filter((word) => word !== '').join(' ')
        const wanted = ['sky', ...args]
        const written = valueOf(rewriteExec(line, () => [], wanted))
        expect(valueOf(splitExec(written))).toEqual(wanted)
        // A code by itself stays; one inside an argument goes with it.
        if (code.startsWith('%')) expect(written.split(' ')).toContain(code)
      }),
    )
  })

  test('field codes that mean something else elsewhere become what they stood for', () => {
    const values = (code: string) => (code === 'c' ? ['Sky Desk'] : [])
    expect(valueOf(rewriteExec('sky --class=%c %f', values, ['sky', '--class=Sky Desk']))).toBe('sky --class=%c %f')
    expect(valueOf(rewriteExec('sky --class=%c %f', values, ['sky', '--class=Sky Desk'], 'fFuU'))).toBe(
      'sky "--class=Sky Desk" %f',
    )
  })
})

describe('the validator of the standard', () => {
  const validator = spawnSync('desktop-file-validate', ['--version'])
  test.skipIf(validator.error !== undefined)('finds nothing in what is exported that was not there before', () => {
    const small = take({
      'sky.desktop': sky.replace('Version=1.5', 'Version=1.4').replace('[X-Fell Extra]\nanything = goes\n', ''),
      'rota.desktop': '[Desktop Entry]\nType=Link\nName=Rota\nURL=https://rota.example/\n',
    })
    const changed = withStep(alter(small, 'l-0', { name: 'Sky; Table\\', aliases: ['a;b', 'c'] }), 'l-0', {
      args: ['--open', 'it’s "50 %"', '$HOME', ''],
    })
    const anew = { ...changed, texts: new Map<string, string>() }
    const folder = mkdtempSync(join(tmpdir(), 'keen-lever-entries-'))
    for (const [i, one] of [small, changed, anew].entries())
      for (const file of [...exportAll(one).files, ...exportAll(one, [one.levers[1]!]).files]) {
        const path = join(folder, `${i}-${file.name}`)
        writeFileSync(path, file.text)
        const { stdout, stderr, status } = spawnSync('desktop-file-validate', [path], { encoding: 'utf8' })
        expect([file.name, stdout, stderr, status]).toEqual([file.name, '', '', 0])
      }
    rmSync(folder, { recursive: true })
  })
})
