import { afterAll, beforeAll, expect, test } from 'vitest'
import type { AnswerOf } from '../../contract'
import type { Lever } from '../../core/levers'
import { apiOf } from '../support/api'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

let server: RunningServer
let call: ReturnType<typeof apiOf>
beforeAll(async () => {
  server = await startServer(await freshStore())
  call = apiOf(server.url)
})
afterAll(() => server.stop())

const fileOf = async (frameId: string) => (await call<{ text: string }>('GET', `/api/frames/${frameId}/file`)).body.text
const preview = async (text: string) =>
  (await call<AnswerOf<'previewFrameFile'>>('POST', '/api/frame-files/preview', { text })).body
const readIn = (text: string, notInFile = 'keep') =>
  call<AnswerOf<'readFrameFile'>>('POST', '/api/frame-files', { text, notInFile })
const levers = async () => (await call<Lever[]>('GET', '/api/levers')).body
const undo = () => call('POST', '/api/undo', {})

test.each(['night-run', 'desk', 'outreach'])(
  '%s is written out, and is the same when it is read again',
  async (frameId) => {
    const { issues, plan } = await preview(await fileOf(frameId))
    expect(issues).toEqual([])
    expect(plan).toMatchObject({ isNew: false, isFrameChanged: false, lost: [] })
    expect(plan!.levers.filter(({ fate }) => fate !== 'same')).toEqual([])
    expect(plan!.values.filter(({ fate }) => fate !== 'same')).toEqual([])
  },
)

test('a key that is altered in the file is in force at once, and taken back as one', async () => {
  const before = (await levers()).find(({ plate }) => plate === 2)!
  const text = await fileOf(before.frameId)
  const [chord] = before.triggers.flatMap((trigger) => (trigger.kind === 'chord' ? [trigger.chord] : []))
  expect(text).toContain(chord)
  const { status, body } = await readIn(text.replace(chord!, 'Ctrl+Alt+Shift+F11'))
  expect(status).toBe(200)
  expect(body.plan.levers.filter(({ fate }) => fate === 'changed').map(({ plate }) => plate)).toEqual([2])
  const { body: keys } = await call<{ entries: { decision: { leverId?: string } }[] }>('POST', '/api/keys', {
    source: 'f',
    events: [
      {
        kind: 'down',
        code: 'F11',
        atMs: 1,
        modifiers: { Ctrl: true, Alt: true, Shift: true, Meta: false, AltGraph: false },
      },
    ],
  })
  expect(keys.entries.map(({ decision }) => decision.leverId)).toContain(before.id)
  await undo()
  expect((await levers()).find(({ id }) => id === before.id)!.triggers).toEqual(before.triggers)
})

test('a new frame comes with values, rules and levers that pull each other; what is not in the file is kept or deleted', async () => {
  const text = `keen-lever: 1
frame: Dusk
values: {greeting: Good evening}
rules:
  - {kind: disable, key: CapsLock}
levers:
  First:
    keys: Meta+F10
    say: \${greeting}
  Second:
    do:
      - pull: First
      - pull: 2
`
  const made = (await readIn(text)).body
  expect(made.plan).toMatchObject({ name: 'Dusk', isNew: true })
  const [first, second] = (await levers()).filter(({ name }) => name === 'First' || name === 'Second')
  const target = (await levers()).find(({ plate }) => plate === 2)!
  expect(second!.steps.map((step) => (step as { leverId?: string }).leverId)).toEqual([first!.id, target.id])
  const again = await preview(await fileOf(first!.frameId))
  expect(again.plan!.levers.map(({ fate }) => fate)).toEqual(['same', 'same'])
  const shorter = text.slice(0, text.indexOf('  Second:'))
  expect((await preview(shorter)).plan!.levers.map(({ fate }) => fate)).toEqual(['same', 'only-here'])
  await readIn(shorter)
  expect((await levers()).some(({ id }) => id === second!.id)).toBe(true)
  await readIn(shorter, 'delete')
  expect((await levers()).some(({ id }) => id === second!.id)).toBe(false)
  await undo()
  expect((await levers()).some(({ id }) => id === second!.id)).toBe(true)
})

test('what is wrong is told with its line, and nothing is altered', async () => {
  const count = (await levers()).length
  const wrong = 'keen-lever: 1\nframe: Dawn\nlevers:\n  A:\n    opne: night-book\n'
  expect((await preview(wrong)).issues).toEqual([
    { line: 5, column: 5, message: 'There is no “opne” here. Did you mean “open”?' },
  ])
  const refused = await call<{ issues?: unknown }>('POST', '/api/frame-files', { text: wrong })
  expect(refused.status).toBe(422)
  expect(JSON.stringify(refused.body)).toContain('5:5')
  const lost = await readIn('keen-lever: 1\nframe: Dawn\nlevers:\n  A:\n    pull: Nobody here\n')
  expect([lost.status, JSON.stringify(lost.body)]).toEqual([
    422,
    expect.stringContaining('There is no lever “Nobody here”.'),
  ])
  expect((await levers()).length).toBe(count)
})

test('keys that would clash are told before, with ways out that alter the text and keep its comments', async () => {
  const text =
    'keen-lever: 1\nframe: From afar\nlevers:\n  # mine\n  Chart:\n    keys: Ctrl+Alt+C   # as ever\n    say: chart\n' +
    '  Free:\n    keys: Ctrl+Alt+Shift+F7\n    say: free\n'
  const { clashes } = await preview(text)
  expect(clashes.map(({ lever, severity }) => [lever, severity])).toEqual([['Chart', 'ambiguous']])
  expect(clashes[0]!.says).toContain('3 Catch plates with the main camera')
  const label = clashes[0]!.ways.find((way) => way.startsWith('Take '))!
  const body = { text, lever: 'Chart', says: clashes[0]!.says, label }
  const taken = await call<{ text: string }>('POST', '/api/frame-files/way-out', body)
  expect(taken.body.text).toBe(text.replace('Ctrl+Alt+C', label.replace('Take ', '')))
  expect((await preview(taken.body.text)).clashes).toEqual([])
  expect((await call('POST', '/api/frame-files/way-out', { ...body, says: 'Nothing' })).status).toBe(422)
})

test('variants stand as rows below their pattern; an edit of a row, of the pattern and a new row are levers like any', async () => {
  const pattern = (await levers()).find(({ name }) => name === 'Reduce with the night edition')!
  const [step] = pattern.steps
  const rows = [
    { name: 'Reduce, trial', chord: 'Ctrl+Alt+Shift+F3', cells: { [`${step!.id}:--edition`]: 'trial' } },
    { name: 'Reduce, bare', chord: '', cells: { [`${step!.id}:--data`]: '' } },
  ]
  expect((await call('POST', `/api/levers/${pattern.id}/variants`, { version: pattern.version, rows })).status).toBe(
    201,
  )
  const text = await fileOf(pattern.frameId)
  expect(text).toMatch(
    /^ {4}variants:\n {6}Reduce, trial: \{plate: \d+, keys: Ctrl\+Alt\+Shift\+F3, with: \{--edition: trial\}\}\n/m,
  )
  expect((await preview(text)).plan!.levers.filter(({ fate }) => fate !== 'same')).toEqual([])
  const altered = text
    .replace('with: {--edition: trial}', 'with: {--edition: day}')
    .replace('open: grain-reducer --edition night', 'open: grain-reducer --edition night --small')
    .replace(/^( {6}Reduce, bare: .*)$/m, '$1\n      Reduce, third: {keys: [], off: true}')
  expect((await readIn(altered)).status).toBe(200)
  const after = await levers()
  const named = (name: string) => after.find((lever) => lever.name === name)!
  const argsOf = (lever: Lever) => (lever.steps[0] as { args: string[] }).args
  expect(argsOf(named('Reduce, trial')).slice(0, 3)).toEqual(['--edition', 'day', '--small'])
  expect(argsOf(named('Reduce, bare'))).not.toContain('--data')
  expect(named('Reduce, third')).toMatchObject({
    enabled: false,
    triggers: [],
    steps: named(pattern.name).steps,
    variant: { patternId: pattern.id, args: [] },
  })
  // They follow their pattern from then on.
  const changed = named(pattern.name)
  const steps = [{ ...changed.steps[0], args: ['--edition', 'night'] }]
  await call('PATCH', `/api/levers/${pattern.id}`, { version: changed.version, steps })
  const followed = (await levers()).find(({ name }) => name === 'Reduce, trial')!
  expect(argsOf(followed)).toEqual(['--edition', 'day'])
  await undo()
  await undo()
  await undo()
})

test('what a file names and is not here is told with the nearest, and mapped in its text, comments kept', async () => {
  const text = `keen-lever: 1
frame: From elsewhere
levers:
  Charts: # of the other machine
    keys: Ctrl+Alt+Shift+F12
    open: atlas-roon --profile=red
  Book:
    open: night-book # stays
`
  const { missing, issues } = await preview(text)
  expect(issues).toEqual([])
  expect(missing).toEqual([{ kind: 'program', id: 'atlas-roon', nearest: 'atlas-room', levers: ['Charts'], count: 1 }])
  const mapping = [{ kind: 'program', from: 'atlas-roon', to: 'atlas-room' }]
  const mapped = await call<{ text: string }>('POST', '/api/frame-files/mapping', { text, mapping })
  expect(mapped.body.text).toBe(text.replace('atlas-roon', 'atlas-room'))
  expect((await preview(mapped.body.text)).missing).toEqual([])
  expect((await call('POST', '/api/frame-files/mapping', { text: 'no: frame', mapping })).status).toBe(422)
})
