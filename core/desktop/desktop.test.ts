import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyChanges } from '../bench'
import type { BenchState } from '../bench'
import { exampleBench } from '../bench/exampleBench'
import { escapeVariables, NO_VALUES } from '../command'
import type { Lever } from '../levers'
import { leverSchema } from '../levers'
import { valueOf } from '../result'
import {
  decodeEntryFile,
  exportEntries,
  parseEntryFile,
  planImport,
  planImportInSteps,
  readEntry,
  writeEntryFile,
} from '.'
import type { ImportItem } from '.'

const bytes = (text: string) => new TextEncoder().encode(text)
type Files = Record<string, string | Uint8Array>
const inputOf = (files: Files): Parameters<typeof planImport>[0] => ({
  files: Object.entries(files).map(([name, text]) => ({ name, bytes: typeof text === 'string' ? bytes(text) : text })),
  locale: 'en',
  desktop: '',
  frameId: 'f',
  bench: exampleBench(),
  levers: [],
  forced: [],
})
const plan = (files: Files, part: Partial<Parameters<typeof planImport>[0]> = {}) =>
  planImport({ ...inputOf(files), ...part })
const entry = (...lines: string[]) => `[Desktop Entry]\nType=Application\nName=Sky Desk\n${lines.join('\n')}\n`

/** The bench and the levers after an import, as the store makes them. */
function imported(items: readonly ImportItem[], bench: BenchState): { bench: BenchState; levers: Lever[] } {
  const programs = items.flatMap((item) =>
    item.program ? [{ kind: 'program.put' as const, program: item.program }] : [],
  )
  const levers = items
    .flatMap((item) => item.levers)
    .map(({ draft }, i) => leverSchema.parse({ ...draft, id: `l-${i}`, plate: i + 1, version: 1 }))
  return { bench: valueOf(applyChanges(bench, programs)), levers }
}

describe('the file', () => {
  test('groups that were written are read again', () => {
    const line = fc.record({
      key: fc.stringMatching(/^[A-Za-z][A-Za-z0-9-]{0,6}$/),
      value: fc.string({ maxLength: 8 }).map((text) => text.replace(/[\r\n]/g, '').trim()),
    })
    const lines = fc.uniqueArray(line, { maxLength: 5, selector: (entry) => entry.key })
    fc.assert(
      fc.property(lines, lines, (one, other) => {
        const file = [
          { name: 'Desktop Entry', lines: one },
          { name: 'Desktop Action x', lines: other },
        ]
        expect(
          valueOf(parseEntryFile(writeEntryFile(file))).map((group) => ({
            name: group.name,
            lines: group.lines.map(({ key, value }) => ({ key, value })),
          })),
        ).toEqual(file)
      }),
    )
  })

  test.each([
    ['Name=X', ['no-group', 'line 1']],
    ['[Other]\nName=X', ['group-first', 'line 1']],
    ['[Desktop Entry]\nName=X\n\nName=Y', ['key-twice', 'line 4']],
    ['[Desktop Entry]\n[A]\n[A]', ['group-twice', 'line 3']],
    ['# fine\n[Desktop Entry]\nwhat is this', ['line-unknown', 'line 3']],
    ['[Desktop Entry]\nNa_me=X', ['line-unknown', 'line 2']],
  ])('%j says what and in which line', (text, issue) => {
    const parsed = parseEntryFile(text)
    expect(parsed.ok ? [] : [parsed.issues[0]!.code, parsed.issues[0]!.at]).toEqual(issue)
  })

  test('ten times as many groups, or actions, take some ten times as long, and not a hundred', () => {
    const timeOf = (work: () => unknown) => {
      const startedAt = performance.now()
      work()
      return performance.now() - startedAt
    }
    const listOf = (count: number, item: (i: number) => string) =>
      Array.from({ length: count }, (_, i) => item(i)).join('')
    const grouped = (count: number) => entry('Exec=/opt/x') + listOf(count, (i) => `[X-G${i}]\n`)
    const acting = (count: number) =>
      entry('Exec=/opt/x', `Actions=${listOf(count, (i) => `a${i};`)}`) +
      listOf(count, (i) => `[Desktop Action a${i}]\nName=A\nExec=/opt/x\n`)
    const read = (text: string) => valueOf(readEntry(valueOf(parseEntryFile(text)), 'x.desktop', 'en'))
    expect(read(acting(2000)).actions).toHaveLength(2000)
    for (const made of [grouped, acting]) {
      const [few, many] = [made(2000), made(20_000)]
      // One large file beside ten small ones, in turns; what something else of the machine takes is in some rounds only.
      const rounds = [1, 2, 3, 4, 5].map(() => {
        const together = timeOf(() => Array.from({ length: 10 }, () => read(few)))
        return timeOf(() => read(many)) / together
      })
      expect(Math.min(...rounds)).toBeLessThan(5)
    }
  })

  test('planning stops between the lines of a long file, so that others have their turn', () => {
    const many = entry('Exec=/opt/x') + Array.from({ length: 5000 }, (_, i) => `[X-G${i}]\n`).join('')
    const stops = (text: string) => {
      const work = planImportInSteps(inputOf({ 'x.desktop': text }))
      let count = 0
      while (!work.next().done) count += 1
      return count
    }
    expect(stops(many) - stops(entry('Exec=/opt/x'))).toBe(5)
  })

  test('another encoding and a huge file are told', () => {
    expect(decodeEntryFile(new Uint8Array([...bytes('[Desktop Entry]\nName='), 0xc6, 0x0a]))).toMatchObject({
      ok: false,
      issues: [{ code: 'encoding', at: 'line 2' }],
    })
    expect(decodeEntryFile(new Uint8Array(10 * 1024 * 1024))).toMatchObject({
      ok: false,
      issues: [{ code: 'file-large' }],
    })
    expect(valueOf(decodeEntryFile(new Uint8Array([0xef, 0xbb, 0xbf, ...bytes('[Desktop Entry]')])))).toBe(
      '[Desktop Entry]',
    )
  })
})

describe('the entry', () => {
  const read = (text: string, locale = 'en') => valueOf(readEntry(valueOf(parseEntryFile(text)), 'sky.desktop', locale))

  test('names by the locale, in the order of the standard', () => {
    const text = entry(
      'Exec=sky',
      'Name[de]=Himmel',
      'Name[de_AT]=Firmament',
      'Name[sr@latin]=Nebo',
      'Keywords=a;b\\;c;',
      'Keywords[de]=x;',
    )
    expect(['de_AT.UTF-8@euro', 'de_DE', 'sr_RS@latin', 'fr', 'de'].map((locale) => read(text, locale).name)).toEqual([
      'Firmament',
      'Himmel',
      'Nebo',
      'Sky Desk',
      'Himmel',
    ])
    expect([read(text).keywords, read(text, 'de').keywords]).toEqual([['a', 'b;c'], ['x']])
  })

  test('what the standard forbids of Exec is refused, each with its reason', () => {
    const code = (...lines: string[]) => {
      const result = readEntry(valueOf(parseEntryFile(entry(...lines))), 'sky.desktop', 'de')
      return result.ok ? 'ok' : result.issues[0]!.code
    }
    expect(code('Exec=sky %f %u')).toBe('field-code-twice')
    expect(code('Exec=sky %F %F')).toBe('field-code-twice')
    expect(code('Exec=sky --files=%F')).toBe('field-code-inside')
    expect(code('Exec=sky --icon%i')).toBe('field-code-inside')
    expect(code('Exec=sky --file=%f')).toBe('ok')
    expect(code('Exec=sk=y %f')).toBe('program-equals')
    expect(code('Exec[de]=himmel %f')).toBe('key-missing')
    const both = read(entry('Exec[de]=himmel %f', 'Exec=sky %f'), 'de')
    expect([both.exec!.argv, both.remarks.length]).toEqual([['sky'], 1])
  })

  test('locales with an encoding, blanks that end a value, bytes in a comment that are not UTF-8', () => {
    const text = entry('Name[de_AT.UTF-8]=Firmament', 'Exec=sky', 'Comment=ends with \u00a0', 'Terminal=true  ')
    expect([read(text, 'de_AT').name, read(text).comment, read(text).terminal]).toEqual([
      'Firmament',
      'ends with \u00a0',
      true,
    ])
    const latin1 = new Uint8Array([...bytes('# caf'), 0xe9, ...bytes(`\n${entry('Exec=sky')}`)])
    expect(decodeEntryFile(latin1).ok).toBe(true)
    const inValue = new Uint8Array([...bytes('[Desktop Entry]\nName=caf'), 0xe9, 10])
    expect(decodeEntryFile(inValue).ok).toBe(false)
  })

  test('an action has its own icon, the name of the application, and blocks only itself when it is broken', () => {
    const text =
      entry('Icon=moon', 'Exec=sky %f', 'Actions=red;odd;') +
      '[Desktop Action red]\nName=Red light\nExec=sky %i --class=%c\n' +
      '[Desktop Action odd]\nName=Odd\nExec=sky "open\n'
    const { actions, remarks } = read(text)
    expect(actions.map(({ id, exec }) => [id, exec.argv])).toEqual([['red', ['sky', '--class=Sky Desk']]])
    expect(remarks).toEqual([expect.stringMatching(/^The action “odd” is left out\. Line \d+: Exec: The quote/)])
    const own = text.replace('Name=Red light\n', 'Name=Red light\nIcon=sun\n')
    expect(read(own).actions[0]!.exec.argv).toEqual(['sky', '--icon', 'sun', '--class=Sky Desk'])
  })

  test('an action that is listed twice is one action', () => {
    const text = entry('Exec=/opt/x', 'Actions=a;b;a;') + '[Desktop Action a]\nName=A\nExec=/opt/x -a\n'
    const { actions, remarks } = valueOf(readEntry(valueOf(parseEntryFile(text)), 'x.desktop', 'en'))
    expect(actions.map(({ id }) => id)).toEqual(['a'])
    expect(remarks).toHaveLength(1)
  })

  test('field codes, the environment in front, escapes', () => {
    const exec = (line: string) => read(entry('Icon=moon', `Exec=${line}`)).exec
    expect(exec('sky %i --class=%c %k 50%% %F')).toEqual({
      argv: ['sky', '--icon', 'moon', '--class=Sky Desk', 'sky.desktop', '50%'],
      environment: [],
      fieldCode: 'F',
    })
    expect(exec('env NIGHT=1 TINT=red /opt/sky "two words" "a\\\\$b"')).toEqual({
      argv: ['/opt/sky', 'two words', 'a$b'],
      environment: [
        { name: 'NIGHT', value: '1' },
        { name: 'TINT', value: 'red' },
      ],
    })
    expect(exec('env')).toEqual({ argv: ['env'], environment: [] })
  })

  test.each([
    ['[Desktop Entry]\nName=X\nExec=x', 'Type is missing'],
    ['[Desktop Entry]\nType=Thing\nName=X\nExec=x', 'Line 2: “Thing” is no type'],
    ['[Desktop Entry]\nType=Application\nName=X', 'Exec is missing'],
    ['[Desktop Entry]\nType=Link\nName=X', 'URL is missing'],
    [entry('Exec=sky "open'), 'Line 4: Exec: The quote " that opens at character 5 is never closed.'],
    [entry('Exec=sky', 'Terminal=maybe'), 'Line 5: Terminal is “maybe”'],
  ])('%j is refused with its reason', (text, message) => {
    const result = readEntry(valueOf(parseEntryFile(text)), 'x.desktop', 'en')
    expect(result.ok ? '' : result.issues.map((issue) => issue.message).join(' ')).toContain(message)
  })
})

describe('importing', () => {
  test('what is created, and what is skipped and why', () => {
    const items = plan({
      'a/sky.desktop': entry(
        'Exec=sky --night %F',
        'Path=/l',
        'Keywords=stars;',
        'Actions=red;gone;',
        '',
        '[Desktop Action red]',
        'Name=Red light',
        'Exec=sky --red',
      ),
      'hidden.desktop': entry('Exec=x', 'Hidden=true'),
      'only.desktop': entry('Exec=x', 'OnlyShowIn=Fell;'),
      'try.desktop': entry('Exec=x', 'TryExec=/opt/x'),
      'quiet.desktop': entry('Exec=quiet', 'NoDisplay=true'),
      'link.desktop': '[Desktop Entry]\nType=Link\nName=Rota\nURL=https://rota.example/\n',
      'notes.txt': 'x',
      'b/sky.desktop': entry('Exec=other'),
    })
    expect(
      items.map((item) => [item.file, item.fate, item.canForce, item.levers.map((lever) => lever.draft.name)]),
    ).toEqual([
      ['a/sky.desktop', 'create', false, ['Sky Desk', 'Sky Desk: Red light']],
      ['hidden.desktop', 'skip', false, []],
      ['only.desktop', 'skip', true, []],
      ['try.desktop', 'skip', true, []],
      ['quiet.desktop', 'create', false, []],
      ['link.desktop', 'create', false, ['Rota']],
      ['notes.txt', 'skip', false, []],
      ['b/sky.desktop', 'skip', false, []],
    ])
    expect(items[0]!.levers[0]!.draft).toMatchObject({
      aliases: ['stars'],
      steps: [{ programId: 'sky', args: ['--night'], workingDirectory: '/l' }],
    })
    expect(items[0]!.reasons).toEqual(['The action “gone” is listed but has no group, so it is left out.'])
    expect(plan({ 'try.desktop': entry('Exec=x', 'TryExec=/opt/x') }, { forced: ['try.desktop'] })[0]!.fate).toBe(
      'create',
    )
    expect(plan({ 'only.desktop': entry('Exec=x', 'OnlyShowIn=Fell;') }, { desktop: 'Fell' })[0]!.fate).toBe('create')
  })

  test('again: as it is, or changed, and never what the user bound', () => {
    const first = imported(plan({ 'sky.desktop': entry('Exec=sky') }), exampleBench())
    const bound = first.levers.map((lever) => ({
      ...lever,
      triggers: [{ id: 't', kind: 'chord' as const, chord: 'F9', wins: 'auto' as const }],
    }))
    expect(plan({ 'sky.desktop': entry('Exec=sky') }, { bench: first.bench, levers: bound })[0]!.fate).toBe('same')
    const [changed] = plan({ 'sky.desktop': entry('Exec=sky --new') }, { bench: first.bench, levers: bound })
    expect([changed!.fate, changed!.levers[0]]).toMatchObject([
      'change',
      { fate: 'change', leverId: 'l-0', draft: { triggers: [{ chord: 'F9' }], steps: [{ args: ['--new'] }] } },
    ])
  })

  test('what no file or address can be is told, and the rest is taken', () => {
    const link = (url: string) => `[Desktop Entry]\nType=Link\nName=Odd\nURL=${url}\n`
    const items = plan({
      'a.desktop': link('file:///l/50%'),
      'b.desktop': link('file:///l/50%25%20dark'),
      'c.desktop': entry('Exec=/opt/'),
      'd.desktop': entry('Exec=""'),
      'e.desktop': entry('Exec=../lib/sky'),
    })
    expect(items.map((item) => item.fate)).toEqual(['fault', 'create', 'fault', 'fault', 'create'])
    expect(items[0]!.reasons).toEqual([expect.stringContaining('“file:///l/50%” a percent sign is not followed')])
    expect(items[1]!.levers[0]!.draft.steps).toMatchObject([{ places: ['/l/50% dark'] }])
    expect(items[2]!.reasons).toEqual(['Exec: “/opt/” names no file that could be started.'])
    expect(items[4]!.program!.executable).toBe('/usr/lib/sky')
  })

  test('an entry of the name of a program that is there does not take its place', () => {
    const once = plan({ 'chart.desktop': entry('Exec=/opt/other') })
    expect([once[0]!.fate, once[0]!.program!.id]).toEqual(['create', 'chart-imported'])
    const { bench, levers } = imported(once, exampleBench())
    expect(bench.programs.chart).toEqual(exampleBench().programs.chart)
    expect(plan({ 'chart.desktop': entry('Exec=/opt/other') }, { bench, levers })[0]!.fate).toBe('same')
  })

  test('a program the bench describes is used as it is', () => {
    const [item] = plan({ 'c.desktop': entry('Exec=/opt/chart --profile=dome') })
    expect([item!.program, item!.levers[0]!.draft.steps[0]]).toMatchObject([
      undefined,
      { programId: 'chart', args: ['--profile=dome'] },
    ])
  })
})

describe('exporting', () => {
  test('any place is the same place again', () => {
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom('a', ' ', '%', '#', '?', '$', '{', 'é', '/', '☾'),
          minLength: 1,
          maxLength: 9,
        }),
        (name) => {
          const lever = leverSchema.parse({
            id: 'l-0',
            plate: 1,
            version: 1,
            frameId: 'f',
            name: 'Place',
            aliases: [],
            triggers: [],
            scope: { kind: 'everywhere' },
            enabled: true,
            whileRunning: 'ignore',
            origin: { entry: 'e' },
            steps: [{ id: 's1', kind: 'place.open', places: [escapeVariables(`/${name}`)] }],
          })
          const { files } = exportEntries([lever], exampleBench(), () => NO_VALUES)
          expect(files[0]!.text).toMatch(/URL=file:\/\/\/[\w%./~!'()*-]*\n$/)
          expect(imported(plan({ [files[0]!.name]: files[0]!.text }), exampleBench()).levers).toEqual([lever])
        },
      ),
    )
  })

  const strange = fc.string({
    unit: fc.constantFrom('a', ' ', '"', '\\', '$', '`', '%', ';', '=', 'é', '\n', '\t', '{', '~'),
    minLength: 1,
    maxLength: 8,
  })
  const levers = fc.array(
    fc.record({
      name: strange.filter((name) => name.trim() === name),
      args: fc.array(strange, { maxLength: 3 }),
      aliases: fc.uniqueArray(fc.stringMatching(/^[a-z;\\]{1,5}$/), { maxLength: 2 }),
      environment: fc.constantFrom([], [{ name: 'TINT', value: 'red $x' }]),
    }),
    { minLength: 1, maxLength: 3 },
  )

  test('import, export, import gives the same levers', () => {
    fc.assert(
      fc.property(levers, (drafts) => {
        const all = drafts.map((draft, i) =>
          leverSchema.parse({
            ...draft,
            id: `l-${i}`,
            plate: i + 1,
            version: 1,
            frameId: 'f',
            triggers: [],
            scope: { kind: 'everywhere' },
            enabled: true,
            whileRunning: 'ignore',
            origin: { entry: `e${i}` },
            steps: [
              {
                id: 's1',
                kind: 'program.open',
                programId: 'book',
                args: draft.args.map((text) => escapeVariables(text)),
                workingDirectory: '/l',
                ...(draft.environment.length > 0 ? { environment: draft.environment } : {}),
              },
            ],
          }),
        )
        const once = exportEntries(all, exampleBench(), () => NO_VALUES)
        expect(once.skipped).toEqual([])
        const again = imported(
          plan(Object.fromEntries(once.files.map((file) => [file.name, file.text]))),
          exampleBench(),
        )
        expect(again.levers).toEqual(all)
        expect(exportEntries(again.levers, again.bench, () => NO_VALUES)).toEqual(once)
      }),
    )
  })

  test('an application with its actions becomes one file again, a place a link, and the rest is told', () => {
    const text = entry(
      'Exec=sky --night %F',
      'Comment=Looks up',
      'Icon=moon',
      'Categories=Science;X-KeenLever-Sky;',
      'Terminal=true',
      'Actions=red;',
      '',
      '[Desktop Action red]',
      'Name=Red light',
      'Exec=sky --red',
    )
    const { bench, levers: made } = imported(
      plan({ 'sky.desktop': text, 'r.desktop': '[Desktop Entry]\nType=Link\nName=Rota\nURL=https://rota.example/\n' }),
      exampleBench(),
    )
    const more = leverSchema.parse({
      ...made[0],
      origin: null,
      id: 'm',
      plate: 9,
      name: 'Wait',
      steps: [{ id: 's1', kind: 'wait', ms: 1 }],
    })
    const { files, skipped } = exportEntries([...made, more], bench, () => NO_VALUES)
    expect(files.map((file) => file.text)).toEqual([
      '[Desktop Entry]\nType=Application\nVersion=1.4\nName=Sky Desk\nComment=Looks up\nIcon=moon\nExec=sky ' +
        '--night %F\nTerminal=true\nCategories=Science;X-KeenLever-Sky;\nActions=red;\n\n[Desktop ' +
        'Action red]\nName=Red light\nExec=sky --red\n',
      '[Desktop Entry]\nType=Link\nVersion=1.4\nName=Rota\nURL=https://rota.example/\n',
    ])
    expect(skipped).toEqual([{ leverId: 'm', because: 'It starts no program.' }])
    const reasonOf = (part: Partial<Lever>) =>
      exportEntries([{ ...made[0]!, ...part }], bench, () => NO_VALUES).skipped[0]?.because
    expect(reasonOf({ steps: [...made[0]!.steps, ...more.steps] })).toBe(
      'It has several steps; a Desktop Entry starts one program.',
    )
  })
})
