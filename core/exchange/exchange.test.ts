import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { documentOf } from '../frameFile'
import type { Frame, Lever, NamedValue } from '../levers'
import { DEFAULT_KEYS, leverSchema } from '../levers'
import { exampleBench } from '../bench/exampleBench'
import { carriedOf, DEFAULT_SETTINGS } from '../settings'
import type { Settings } from '../settings'
import type { Kit } from '../sheets'
import {
  DOCUMENT_KEY,
  documentJsonSchema,
  ledgerHead,
  ledgerRows,
  leverTable,
  missingHere,
  planDocument,
  readBookmarks,
  readDocument,
  recogniseFile,
  triggerTable,
  withMapping,
  writeDocument,
} from '.'

const frames: Frame[] = [
  { id: 'night', name: 'Night', on: true, position: 0, version: 1 },
  {
    id: 'desk',
    name: 'Desk',
    on: false,
    position: 1,
    version: 1,
    rules: [{ id: 'r1', kind: 'disable', key: 'CapsLock' }],
  },
]
const lever = (id: string, plate: number, frameId: string, part: object = {}): Lever =>
  leverSchema.parse({
    id,
    plate,
    frameId,
    version: 1,
    name: `Lever ${id}`,
    enabled: true,
    aliases: [],
    triggers: [{ id: 't1', kind: 'chord', chord: `Ctrl+Alt+${String.fromCharCode(64 + plate)}` }],
    scope: { kind: 'everywhere' },
    whileRunning: 'ignore',
    steps: [{ id: 's1', kind: 'message.show', text: `Hello ${id}`, onFailure: 'stop' }],
    ...part,
  })
const pull = (leverId: string) => ({ id: 's1', kind: 'lever.pull', leverId, inputs: [], onFailure: 'stop' })
const levers = [
  lever('a', 1, 'night', { steps: [pull('c')] }),
  lever('b', 2, 'night', { aliases: ['bee'], name: 'With “quotes”, a comma\nand a line' }),
  lever('c', 3, 'desk', { steps: [pull('b')] }),
]
const values: NamedValue[] = [
  { id: 'v1', frameId: 'night', name: 'night', text: 'dome', version: 1 },
  { id: 'v2', frameId: null, name: 'series', text: '12', version: 1 },
]
const kits: Kit[] = [{ id: 'k1', name: 'Greet', version: 1, steps: levers[1]!.steps }]
const names = {
  levers: new Map(levers.map((one) => [one.id, one])),
  frames: new Map(frames.map((one) => [one.id, one])),
}
const document = {
  frames: frames.map((frame) =>
    documentOf(
      frame,
      levers.filter(({ frameId }) => frameId === frame.id),
      values.filter(({ frameId }) => frameId === frame.id),
      names,
    ),
  ),
  values: [{ name: 'series', text: '12' }],
  kits: [{ name: 'Greet', steps: levers[1]!.steps }],
}
const text = writeDocument(document)
let count = 0
const newId = () => `new-${++count}`
/** Values may come as they are gone over, which can be done once. */
const standing = { settings: DEFAULT_SETTINGS, keys: DEFAULT_KEYS }
const storeNow = () => ({ ...names, ...standing, values: values.values(), kits: kits.values(), newId })
const empty = { levers: new Map(), frames: new Map(), values: [], kits: [], newId, ...standing }
const read = (written: string) => {
  const answer = readDocument(written)
  if (!answer.ok) throw new Error(answer.issues[0]!.message)
  return answer.value
}
const refused = (written: string) => {
  const answer = readDocument(written)
  return answer.ok ? 'read' : [answer.issues[0]!.code, answer.issues[0]!.at]
}

describe('a document', () => {
  test('is the same when it is read and written again, and says nothing new to the store it came from', () => {
    expect(writeDocument(read(text))).toBe(writeDocument({ ...read(text) }))
    expect(read(writeDocument(read(text)))).toEqual(read(text))
    const plan = planDocument(read(text), storeNow())
    expect(plan.frames.map(({ isFrameChanged, levers: all }) => [isFrameChanged, all.map(({ fate }) => fate)])).toEqual(
      [
        [false, ['same', 'same']],
        [false, ['same']],
      ],
    )
    expect([plan.values, plan.kits].map((all) => all.map(({ fate }) => fate))).toEqual([['same'], ['same']])
    expect(plan.lost).toEqual([])
  })

  test('makes all of it in a store that has nothing; levers of one frame find those of the other', () => {
    const plan = planDocument(read(text), empty)
    const all = plan.frames.flatMap((frame) => frame.levers)
    expect(all.map(({ fate }) => fate)).toEqual(['new', 'new', 'new'])
    expect(plan.lost).toEqual([])
    const idOf = (name: string) => all.find((one) => one.name === name)!.id
    const pulled = all.map(({ lever: made }) => (made!.steps[0] as { leverId?: string }).leverId)
    expect(pulled).toEqual([idOf('Lever c'), undefined, idOf(levers[1]!.name)])
    expect(new Set(plan.frames.map(({ frameId }) => frameId)).size).toBe(2)
  })

  test('tells what differs, and leaves what it does not have', () => {
    const altered = read(text)
    altered.frames[0]!.levers[1]!.aliases = ['wasp']
    altered.frames[0]!.levers.shift()
    altered.values[0]!.text = '13'
    const plan = planDocument(altered, storeNow())
    expect(plan.frames[0]!.levers.map(({ fate, name }) => [fate, name])).toEqual([
      ['changed', levers[1]!.name],
      ['only-here', 'Lever a'],
    ])
    expect(plan.values).toMatchObject([{ fate: 'changed', name: 'series', text: '13' }])
  })

  test('brings settings along that mean the same anywhere; what it does not have stays, and so does what names things here', () => {
    const mine: Settings = {
      ...DEFAULT_SETTINGS,
      theme: 'night',
      pinned: { ...DEFAULT_SETTINGS.pinned, kits: ['kit-1'] },
      launcher: { ...DEFAULT_SETTINGS.launcher, shortWords: [] },
    }
    const carried = carriedOf(mine)
    expect(Object.keys(carried).sort()).toEqual(['place', 'retention', 'scan', 'theme'])
    const whole = read(writeDocument({ ...read(text), settings: carried, keys: { ...DEFAULT_KEYS, legends: 'de' } }))
    const plan = planDocument(whole, storeNow())
    expect(plan.settings).toEqual({ fate: 'changed', after: { ...DEFAULT_SETTINGS, theme: 'night' } })
    expect(plan.keys).toEqual({ fate: 'changed', after: { ...DEFAULT_KEYS, legends: 'de' } })
    expect(planDocument(whole, { ...storeNow(), settings: mine }).settings!.fate).toBe('same')
    const onlyPlace = read(writeDocument({ ...read(text), settings: { place: { latitude: 10, longitude: 0 } } }))
    expect(planDocument(onlyPlace, { ...storeNow(), settings: mine }).settings!.after).toEqual({
      ...mine,
      place: { latitude: 10, longitude: 0 },
    })
    expect(planDocument(read(text), storeNow())).not.toHaveProperty('settings')
  })

  test('that names a lever that is nowhere is told', () => {
    const altered = read(text)
    altered.frames.pop()
    expect(planDocument(altered, empty).lost).toMatchObject([{ lever: 'Lever a', message: 'There is no lever “3”.' }])
  })

  test('that is none is refused, with the place', () => {
    expect(refused('')).toEqual(['document-unreadable', 'line 1, column 1'])
    expect(refused('{"a":\n 1,}')).toEqual(['document-unreadable', 'line 2, column 4'])
    expect(refused('[]')).toEqual(['document-foreign', undefined])
    expect(refused('null')).toEqual(['document-foreign', undefined])
    expect(refused('{"__proto__":{"keen-lever-document":1}}')).toEqual(['document-foreign', undefined])
    expect(refused(`{"${DOCUMENT_KEY}":2}`)).toEqual(['document-wrong', DOCUMENT_KEY])
    expect(refused(`{"${DOCUMENT_KEY}":1,"frames":[{"name":""}]}`)).toEqual(['document-wrong', 'frames.0.name'])
    expect(refused(`{"${DOCUMENT_KEY}":1,"frames":[{"name":"a"},{"name":"a"}]}`)).toEqual([
      'document-wrong',
      'frames.1.name',
    ])
    expect(refused(`{"${DOCUMENT_KEY}":1,"values":${'['.repeat(200)}${']'.repeat(200)}}`)).toEqual([
      'document-deep',
      undefined,
    ])
    expect(refused('['.repeat(5_000_000))).toEqual(['document-deep', undefined])
    expect(refused(' '.repeat(24_000_001))).toEqual(['document-large', undefined])
    const twoPlates = read(text)
    twoPlates.frames[1]!.levers[0]!.plate = 1
    expect(refused(writeDocument(twoPlates))).toEqual(['document-wrong', 'frames.1.levers.0.plate'])
    expect(read(`\uFEFF{"${DOCUMENT_KEY}":1}`)).toMatchObject({ frames: [], values: [], kits: [] })
  })

  test('mutated 10,000 times it is read or refused with a sentence, and planned without a fault', () => {
    const odd = fc.constantFrom(
      '',
      'null',
      '-1',
      '1e999',
      '"\\u0000"',
      '{}',
      '[]',
      '"__proto__"',
      'true',
      '}',
      ',',
      '"plate:1"',
    )
    let planned = 0
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(text.length), fc.nat(12), odd), { minLength: 1, maxLength: 3 }), (cuts) => {
        let mutated = text
        for (const [at, length, by] of cuts) mutated = mutated.slice(0, at) + by + mutated.slice(at + length)
        const answer = readDocument(mutated)
        if (!answer.ok) {
          expect(answer.issues[0]!.message).toMatch(/\S/)
          return
        }
        planned += 1
        planDocument(answer.value, storeNow())
      }),
      { numRuns: 8000 },
    )
    // Whole values in the place of others, which are JSON all the same.
    const leaves = [...text.matchAll(/: ("(?:[^"\\]|\\.)*"|\d+|true|false)/g)]
    fc.assert(
      fc.property(
        fc.nat(leaves.length - 1),
        fc.constantFrom('null', '-1', '""', '"x"', '1e300', '[]', '{}', '"plate:9"'),
        (i, by) => {
          const leaf = leaves[i]!
          const mutated = `${text.slice(0, leaf.index + 2)}${by}${text.slice(leaf.index + leaf[0].length)}`
          const answer = readDocument(mutated)
          if (answer.ok) planDocument(answer.value, storeNow())
          else expect(answer.issues[0]!.message).toMatch(/\S/)
        },
      ),
      { numRuns: 2000 },
    )
    expect(planned).toBeGreaterThan(100)
  })
})

describe('bookmarks', () => {
  const file = `<!DOCTYPE NETSCAPE-Bookmark-file-1>
<META HTTP-EQUIV="Content-Type" CONTENT="text/html; charset=UTF-8">
<TITLE>Bookmarks</TITLE>
<H1>Bookmarks</H1>
<DL><p>
    <DT><H3 ADD_DATE="1">Weather &amp; sky</H3>
    <DL><p>
        <DT><A HREF="https://mast.harrow.example/now" ADD_DATE="1" ICON="data:image/png;base64,AA==">Mast, now</A>
        <DT><H3>Deep</H3>
        <DL><p>
            <DT><A HREF="http://sky.test/?a=1&amp;b=2">  Two
              lines </A>
            <DD>A description with <A>no address</A>
        </DL><p>
    </DL><p>
    <DT><A HREF="javascript:alert(1)">A script</A>
    <DT><A HREF="https://empty.example/"></A>
</DL><p>`

  test('are read with their folders, in order; what is no page is left with the reason', () => {
    const answer = readBookmarks(file)
    expect(answer.ok && answer.value.found).toEqual([
      { name: 'Mast, now', address: 'https://mast.harrow.example/now', folders: ['Weather & sky'] },
      { name: 'Two lines', address: 'http://sky.test/?a=1&b=2', folders: ['Weather & sky', 'Deep'] },
      { name: 'https://empty.example/', address: 'https://empty.example/', folders: [] },
    ])
    expect(answer.ok && answer.value.left.map(({ name }) => name)).toEqual(['no address', 'A script'])
  })

  test('may be anything: deep, broken, without lists', () => {
    for (const odd of ['', '<dl>', 'text', '<a href>', '<a href="x">x</a>'.repeat(0)]) {
      const answer = readBookmarks(odd)
      expect(answer.ok || answer.issues[0]!.code).toBe(odd === '<a href>' ? true : 'bookmarks-none')
    }
    const deep = readBookmarks(`${'<dl><dt><h3>x</h3>'.repeat(3000)}<a href="https://a.example/">deep</a>`)
    expect(deep.ok && deep.value.found).toHaveLength(1)
    fc.assert(
      fc.property(fc.nat(file.length), fc.nat(60), fc.string({ maxLength: 10 }), (at, length, by) => {
        const answer = readBookmarks(file.slice(0, at) + by + file.slice(at + length))
        if (answer.ok) for (const { address } of answer.value.found) expect(address).toMatch(/^https?:/i)
      }),
      { numRuns: 500 },
    )
  })
})

describe('tables', () => {
  const input = { levers, frames: names.frames, bench: exampleBench(), names: { programs: {} } }
  const parsed = (csv: string) => Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data

  test('have what there is, whatever is in it', () => {
    expect(parsed(leverTable(input))).toMatchObject([
      { number: '1', name: 'Lever a', frame: 'Night', on: 'true', keys: 'Ctrl+Alt+A' },
      { number: '2', name: levers[1]!.name, words: 'bee' },
      { number: '3', frame: 'Desk' },
    ])
    expect(parsed(triggerTable(input)).map(({ lever: name, kind, keys }) => [name, kind, keys])).toEqual([
      ['Lever a', 'chord', 'Ctrl+Alt+A'],
      [levers[1]!.name, 'chord', 'Ctrl+Alt+B'],
      ['Lever c', 'chord', 'Ctrl+Alt+C'],
    ])
    const line = {
      startedAtMs: 0,
      endedAtMs: null,
      plate: 1,
      leverName: 'A, "b"',
      source: 'key',
      outcome: 'none',
      phase: 'waiting',
      entryCount: 2,
      changeCount: 1,
      note: '',
    }
    expect(
      parsed(ledgerHead() + ledgerRows([line, { ...line, endedAtMs: 1500, phase: 'ended', outcome: 'done' }])),
    ).toMatchObject([
      { started: '1970-01-01T00:00:00.000Z', ended: '', lever: 'A, "b"', outcome: 'waiting' },
      { ended: '1970-01-01T00:00:01.500Z', outcome: 'done', steps: '2' },
    ])
    expect([ledgerRows([]), parsed(ledgerHead())]).toEqual(['', []])
  })
})

test('what another machine does not have is listed once, with the nearest, and mapped in one go', () => {
  const bench = exampleBench()
  const there = read(text)
  const [first, second] = there.frames[0]!.levers
  first!.steps = [
    {
      id: 's1',
      kind: 'program.open',
      programId: 'charts',
      args: ['${logs}/x'],
      workingDirectory: '${log}/night',
      onFailure: 'stop',
    },
    { id: 's2', kind: 'place.open', places: ['/l/a.lgo', 'https://a.example/'], onFailure: 'stop' },
  ] as never
  second!.steps = [
    { id: 's1', kind: 'program.close', programId: 'charts', unsaved: 'ask', onFailure: 'stop' },
    {
      id: 's2',
      kind: 'device.control',
      target: { kind: 'devices', deviceIds: ['mics'] },
      controlId: 'mute',
      to: { kind: 'toggle' },
      onFailure: 'stop',
    },
    {
      id: 's3',
      kind: 'each',
      source: { kind: 'files', folder: '${logs}', pattern: '', what: 'files', order: 'name' },
      as: 'file',
      atMost: 9,
      steps: [{ id: 's4', kind: 'files.bin', paths: ['${file}'], onFailure: 'stop' }],
      onFailure: 'stop',
    },
  ] as never
  second!.scope = { kind: 'only', programIds: ['boook'] }
  there.kits[0]!.steps = [
    { id: 's1', kind: 'program.close', programId: 'charts', unsaved: 'ask', onFailure: 'stop' },
  ] as never
  there.kits[0]!.steps.push({ id: 's2', kind: 'files.bin', paths: ['${which}/x'], onFailure: 'stop' } as never)
  const missing = missingHere(there, bench)
  expect(missing).toEqual([
    { kind: 'program', id: 'boook', nearest: 'book', levers: [second!.name] },
    { kind: 'program', id: 'charts', nearest: 'chart', levers: [first!.name, second!.name, 'Greet'] },
    { kind: 'device', id: 'mics', nearest: 'mic', levers: [second!.name] },
    { kind: 'folder', id: 'log', nearest: 'logs', levers: [first!.name] },
    { kind: 'place', id: '/l/a.lgo', nearest: '/l/a.log', levers: [first!.name] },
  ])
  const mapping = missing.map(({ kind, id, nearest }) => ({ kind, from: id, to: nearest! }))
  const mapped = withMapping(there, mapping)
  expect(missingHere(mapped, bench)).toEqual([])
  expect(mapped.frames[0]!.levers[0]!.steps[0]).toMatchObject({
    programId: 'chart',
    args: ['${logs}/x'],
    workingDirectory: '${logs}/night',
  })
  expect(mapped.kits[0]!.steps[0]).toMatchObject({ programId: 'chart' })
  expect(withMapping(there, [])).toBe(there)
  expect(there.frames[0]!.levers[0]!.steps[0]).toMatchObject({ programId: 'charts' })
})

test('a file is known by what is in it, whatever it is called', () => {
  const kind = (content: string) => recogniseFile(new TextEncoder().encode(content))
  expect(kind(text)).toBe('document')
  expect(kind(`\uFEFF\n {"other": 1, "${DOCUMENT_KEY}" : 1}`)).toBe('document')
  expect(kind('# mine\nkeen-lever: 1\nframe: Desk\n')).toBe('frame-file')
  expect(kind('<!DOCTYPE NETSCAPE-Bookmark-file-1>\n<DL></DL>')).toBe('bookmarks')
  expect(kind('# a comment\n\n[Desktop Entry]\nName=x')).toBe('desktop-entry')
  expect(recogniseFile(Uint8Array.of(0x1f, 0x8b, 8))).toBe('backup')
  for (const odd of ['', '{}', 'text', '<html><p>no list</p>', '[Other]\n[Desktop Entry]'])
    expect(kind(odd)).toBe('unknown')
  expect(recogniseFile(Uint8Array.of(0xff, 0xfe, 0))).toBe('unknown')
})

test('the published schema is that of the core', () => {
  const published = readFileSync(new URL('../../docs/document.schema.json', import.meta.url), 'utf8')
  expect(published).toBe(`${JSON.stringify(documentJsonSchema(), null, 2)}\n`)
})
