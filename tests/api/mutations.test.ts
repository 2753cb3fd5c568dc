import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { mendBench, readBench } from '../../core/bench'
import type { Device, Program, WrittenBench } from '../../core/bench'
import type { Frame, Lever, NamedValue } from '../../core/levers'
import { seededRandom } from '../../core/timing'
import { endpoints, refusalSchema } from '../../contract'
import type { Endpoint, EndpointName, RunSummary } from '../../contract'
import { apiOf, draft } from '../support/api'
import { mutate } from '../support/mutate'
import { freshStore, startServer } from '../support/startServer'
import type { RunningServer } from '../support/startServer'

const FRAME_FILE = 'keen-lever: 1\nframe: From a file\nlevers:\n  A:\n    keys: F9\n    say: a\n'
const REQUESTS = 7000
const SEED = Number(process.env.KEEN_SEED ?? 20_261_127)
const LONGEST_MS = 1000

let folder: string
/** Frames are kept in files meanwhile. */
let frames: string
let server: RunningServer

beforeAll(async () => {
  folder = await freshStore()
  frames = mkdtempSync(join(tmpdir(), 'keen-lever-frames-'))
  server = await startServer(folder, undefined, { KEEN_FRAMES: frames })
}, 60_000)
afterAll(async () => {
  await server?.stop()
  rmSync(frames, { recursive: true, force: true })
})

/** What stands in a store, to the last field, but for what only counts. */
interface Standing {
  readonly levers: Lever[]
  readonly bench: WrittenBench
  readonly frames: Frame[]
  readonly values: NamedValue[]
  readonly recordings: string[]
  readonly rest: unknown
}

async function standing(): Promise<Standing> {
  const call = apiOf(server.url)
  const get = async <T>(path: string) => (await call<T>('GET', path)).body
  // Keys, runs, the number of the last event, what became of files and what was found are told only since the server began.
  const state = await get<Record<string, unknown>>('/api/state')
  const {
    keys: _keys,
    runs: _runs,
    sequence: _sequence,
    frameFolder: _files,
    checkUp: _found,
    noticing: _told,
    ...rest
  } = state
  return {
    levers: await get<Lever[]>('/api/levers'),
    bench: (await get<{ state: WrittenBench }>('/api/bench')).state,
    frames: await get<Frame[]>('/api/frames'),
    values: await get<NamedValue[]>('/api/values'),
    recordings: (await get<{ id: string }[]>('/api/recordings')).map(({ id }) => id),
    rest,
  }
}

/** Bodies that are as they should be, for what stands; the mutations begin with them. */
function wellMeant({ levers, bench, frames, values }: Standing): Partial<Record<EndpointName, unknown>> {
  const lever = levers[levers.length >> 1]!
  const frame = frames[0]!
  const [program] = Object.values(bench.programs) as Program[]
  const [device] = Object.values(bench.devices) as Device[]
  const value = values[0]
  const { id: _id, plate: _plate, variant: _variant, ...patch } = lever
  const window = Object.values(bench.windows)[0]
  return {
    createLever: draft({
      triggers: [
        { id: 't', kind: 'chord', chord: 'Ctrl+Alt+J' },
        { id: 'u', kind: 'word', word: ';plan', endings: ['space'] },
        { id: 'v', kind: 'together', keys: ['KeyJ', 'KeyK'], windowMs: 60 },
      ],
      aliases: ['plan'],
      scope: { kind: 'only', programIds: [program!.id] },
      interlock: { condition: { kind: 'program-runs', programId: program!.id }, otherwise: { kind: 'ask' } },
      steps: [
        { id: 'a', kind: 'message.show', text: 'Night of ${logs}' },
        { id: 'b', kind: 'place.open', places: ['${logs}'] },
        {
          id: 'c',
          kind: 'device.control',
          target: { kind: 'devices', deviceIds: [device!.id] },
          controlId: 'on',
          to: { kind: 'toggle', whenUnknown: 'ask' },
        },
      ],
    }),
    editLever: patch,
    pullLever: { source: 'api' },
    rehearseLever: { inputs: { minutes: '5' }, answers: { '0#1': 'yes' } },
    openPlace: { programId: program!.id },
    answerRun: { choice: 'go-on' },
    tryLever: {
      lever: {
        name: 'Tried',
        frameId: frame.id,
        steps: [
          { id: 'a', kind: 'repeat', times: '2', steps: [{ id: 'b', kind: 'message.show', text: '${round}' }] },
          { id: 'c', kind: 'ask', as: 'x', text: 'Which?', what: { kind: 'pick', source: { kind: 'windows' } } },
        ],
      },
      paths: ['0.steps.0'],
      given: { round: 7, list: ['a', { b: null }] },
      isSlow: true,
    },
    goOnRun: { how: 'step' },
    nameInRun: { name: 'x', value: { text: 'a', more: [1, true] } },
    turnRecorder: { to: 'on' },
    createKit: { name: 'Storm', steps: [{ id: 'a', kind: 'wait', ms: 5 }] },
    editKit: { version: 1, name: 'Still' },
    actOnBench: {
      step: [
        { id: 'a', kind: 'text.type', text: 'At ${time}', programId: '' },
        {
          id: 'a',
          kind: 'windows.place',
          which: { kind: 'front' },
          desktop: 2,
          place: { kind: 'named', name: 'left' },
        },
        {
          id: 'a',
          kind: 'files.move',
          act: 'copy',
          paths: ['${downloads}/*'],
          to: '${later}/${date}',
          makeFolder: true,
        },
        { id: 'a', kind: 'desktop.go', to: { kind: 'next' } },
        { id: 'a', kind: 'keys.send', chords: ['Ctrl+S', 'A'], programId: 'night-book' },
        { id: 'a', kind: 'programs.put-away', which: { kind: 'category', category: 'Web' }, how: 'hide' },
      ][levers.length % 6],
    },
    changeBench: {
      changes: [
        { kind: 'window.raise', windowId: window?.id ?? 'w' },
        { kind: 'device.put', device },
        { kind: 'program.put', program },
        { kind: 'file.put', path: '/home/watch/mutated', file: { kind: 'folder' } },
      ],
    },
    pressKeys: {
      source: 'tab-a',
      events: [
        { kind: 'down', code: 'ControlLeft', atMs: 1000 },
        {
          kind: 'down',
          code: 'KeyA',
          atMs: 1050,
          modifiers: { Ctrl: true, Alt: true, Shift: false, Meta: false },
          text: 'a',
        },
        { kind: 'up', code: 'KeyA', atMs: 1100 },
        { kind: 'blur', atMs: 1200 },
      ],
    },
    editFrame: {
      name: frame.name,
      rules: frame.rules ?? [],
      condition: { kind: 'program-runs', programId: program!.id },
    },
    editKeySettings: { keyboard: 'iso-full', legends: 'de', timing: { holdMs: 200, gapMs: 800, togetherMs: 60 } },
    editSettings: {
      theme: 'day',
      retention: { runDays: 30 },
      launcher: {
        scan: { folders: [{ path: '${documents}', depth: 3 }], leaveOut: ['*.tmp'], withoutKinds: ['archive'] },
        shortWords: [{ word: 'sky', entryId: 'program:atlas-room' }],
      },
    },
    createRecording: {
      name: 'Typing',
      events: Array.from({ length: 20 }, (_, i) => ({ kind: i % 2 ? 'up' : 'down', code: 'KeyA', atMs: i * 40 })),
    },
    createFrame: { name: 'Another' },
    batchLevers: {
      levers: [{ id: lever.id, version: lever.version }],
      act: 'enable',
      enabled: true,
    },
    createVariants: { version: lever.version, rows: [{ name: 'One', chord: '', cells: {} }] },
    followPattern: { version: lever.version, field: 'steps' },
    createValue: { frameId: null, name: 'tonight', text: '${series}' },
    editValue: { version: value?.version ?? 1, name: value?.name ?? 'x', text: 'y' },
    learnChoice: { letters: 'do', entryId: `program:${program!.id}` },
    keepSum: { text: '5 * 8', value: 40 },
    putProgram: program,
    uninstallProgram: { unsaved: 'discard' },
    putDevice: device,
    uploadIcon: { name: 'a.svg', base64: Buffer.from('<svg><path d="M0 0h1"/></svg>').toString('base64') },
    previewFrameFile: { text: FRAME_FILE },
    readFrameFile: { text: FRAME_FILE, notInFile: 'keep' },
    mapFrameFile: { text: FRAME_FILE, mapping: [{ kind: 'program', from: 'night-book', to: 'lens-desk' }] },
    takeWayOut: { text: FRAME_FILE, lever: 'A', says: 'F9', label: 'Take F10' },
    keepFrame: { frameId: frame.id },
    actOnFrameFile: { file: 'night-run.frame.yaml', act: 'write-again' },
    chooseFramePart: { file: 'night-run.frame.yaml', kind: 'lever', key: lever.id, side: 'file' },
    previewImport: { files: [entryFile], frameId: frame.id },
    importEntries: { files: [entryFile], frameId: frame.id, locale: 'de', desktop: 'Fell:Moor' },
    writeDocument: { frameIds: [frame.id] },
    previewText: { kind: 'bookmarks', text: '<dl><dt><a href="https://a.example/">A</a></dl>' },
    takeWayOutOfDocument: {
      text: '{"keen-lever-document":1,"frames":[]}',
      frame: 'Desk',
      lever: 'A',
      says: 'F9',
      label: 'Take F10',
    },
    importText: { kind: 'document', text: '{"keen-lever-document":1,"values":[{"name":"stormy","text":"x"}]}' },
    previewBackup: { base64: 'H4sIAAAAAAAAA6tWAgBDv6ajAgAAAA==' },
    restoreBackup: { file: 'none.keen-backup' },
    runScript: {
      source: 'return values.a',
      values: { a: [1] },
      bench: {},
      nowMs: 1,
      given: { 'text /a': { value: 'x' } },
    },
    whatIf: { framesOff: [frame.id] },
    mendFindings: { ids: ['none'] },
    acceptFindings: { ids: ['none'], reason: 'as it is' },
    setNoticedAside: { id: 'none', aside: true },
    writeScript: { of: 'lever', id: lever.id },
    exportEntries: { leverIds: levers.slice(0, 3).map(({ id }) => id) },
  }
}

/** What the storm itself has made, by id. */
interface Made {
  readonly runs: string[]
  readonly icons: string[]
}

/** Ids of what a route is about, the one that its well-meant body is made from first. */
function idsOf({ levers, bench, frames, values, recordings }: Standing, { runs, icons }: Made, path: string): string[] {
  const of = (things: readonly { id: string }[]) => things.map(({ id }) => id)
  const pools: [string, string[]][] = [
    ['/api/levers', [levers[levers.length >> 1]!.id, ...of(levers)]],
    ['/api/runs', runs],
    ['/api/frames', of(frames)],
    ['/api/values', [...(values[0] ? [values[0].id] : []), ...of(values)]],
    ['/api/kits', ['kit-quiet', 'kit-page', 'kit-log']],
    // Only one that nothing else here is about.
    ['/api/programs/:id/uninstall', ['gate-codes']],
    ['/api/programs', Object.keys(bench.programs).slice(0, 2)],
    ['/api/devices', Object.keys(bench.devices).slice(0, 2)],
    ['/api/recordings', recordings],
    ['/api/icons/set', ['moon', 'star']],
    ['/api/icons/uploads', icons],
  ]
  return pools.find(([prefix]) => path.startsWith(prefix))?.[1] ?? []
}

const entryFile = {
  name: 'sky.desktop',
  base64: Buffer.from('[Desktop Entry]\nType=Application\nName=Sky\nExec=sky %F\n').toString('base64'),
}

/** Routes that need more than one thing to be so: a run that asks, waits or pauses just then, what nothing uses, a file that is gone. */
const RARE: readonly string[] = [
  'answerRun',
  'mendFindings',
  'editKit',
  'acceptFindings',
  'createVariants',
  'previewBackup',
  'restoreBackup',
  'readBackup',
  'writeTable',
  'forwardRun',
  'goOnRun',
  'nameInRun',
  'stopRun',
  'followPattern',
  'deleteProgram',
  'deleteFrame',
  'actOnFrameFile',
  'chooseFramePart',
  'takeWayOut',
  'takeWayOutOfDocument',
  'mapFrameFile',
]

const oddIds = ['constructor', '__proto__', '%00', '%F0%9F', '..%2f..', 'x'.repeat(300), '%ED%A0%80', 'a%2Fb']
const oddQueries = [
  '',
  '?before=1.5',
  '?before=1e300',
  '?limit=0',
  '?limit=a&limit=b',
  '?after=%00',
  '?q=constructor',
  '?name[]=x',
]

test(
  `${REQUESTS} mutated requests over all routes: none fails the server or holds it up, and what is refused changes nothing`,
  { timeout: 300_000 },
  async () => {
    // Each request has its own, so that it is the same whatever time those before it took.
    let random = seededRandom(SEED)
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
    const routes = (Object.entries(endpoints) as [EndpointName, Endpoint][]).filter(([name]) => name !== 'events')
    const counts = { refused: 0, accepted: 0 }
    const accepted = new Set<EndpointName>()
    const made: Made = { runs: [], icons: [] }
    let now = await standing()
    /** Whether something was accepted since `now` was read. */
    let isAltered = false

    const settle = async (told: string) => {
      if (!isAltered) expect([told, await standing()]).toEqual([told, now])
      now = await standing()
      isAltered = false
      // However the bench came to be as it is, it fits together.
      expect([told, mendBench(readBench(now.bench)).faults]).toEqual([told, []])
    }

    const send = async (i: number, chosen?: EndpointName) => {
      random = seededRandom(SEED + i)
      const [name, { method, path, body, answer }] = chosen ? [chosen, endpoints[chosen] as Endpoint] : pick(routes)
      const meant = body ? wellMeant(now)[name] : undefined
      const sent = body ? (chosen || random() < 0.06 ? meant : mutate(meant, random)) : undefined
      const own = idsOf(now, made, path)
      const any = pick(['lever-1', 'desk', 'atlas-room', ...own])
      // What is deleted is gone for all that follows, so that this is rare.
      const isOdd = random() < (method === 'DELETE' ? 0.9 : 0.15)
      const isOwn = own.length > 0 && random() < 0.8
      const id = chosen ? own[0] : isOdd ? pick(oddIds) : encodeURIComponent(isOwn ? pick(own) : any)
      const url =
        server.url +
        path.replace(':id', id ?? '') +
        (!chosen && method === 'GET' && random() < 0.3 ? pick(oddQueries) : '')
      const request = {
        method,
        ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(sent) } : {}),
      }
      const told = `seed ${SEED}, request ${i}: ${method} ${url} ${JSON.stringify(sent)?.slice(0, 2000) ?? ''}`
      const ask = async () => {
        const startedAt = performance.now()
        const response = await fetch(url, { ...request, signal: AbortSignal.timeout(20_000) }).catch(
          (error: unknown) => {
            throw new Error(
              `${method} ${url} ${JSON.stringify(sent)?.slice(0, 300)}: ${server.output().slice(-2000)}`,
              {
                cause: error,
              },
            )
          },
        )
        const text = await response.text()
        return { response, text, ms: performance.now() - startedAt }
      }
      const { response, text, ms: firstMs } = await ask()
      // The machine itself may hold a request up; what the server is slow at it is slow at again.
      const ms = firstMs > LONGEST_MS ? (await ask()).ms : firstMs
      const failed = response.status >= 500 ? `${response.status} ${server.output().slice(-2000)}` : 'no'
      expect([told, failed, Math.max(ms, LONGEST_MS)]).toEqual([told, 'no', LONGEST_MS])
      if (response.status >= 400) {
        counts.refused += 1
        expect([told, refusalSchema.safeParse(JSON.parse(text)).error]).toEqual([told, undefined])
      } else {
        counts.accepted += 1
        accepted.add(name)
        if (name === 'pullLever' || name === 'openPlace') made.runs.push((JSON.parse(text) as { id: string }).id)
        if (name === 'uploadIcon') made.icons.push((JSON.parse(text) as { id: string }).id)
        if (method !== 'GET') isAltered = true
        const isJson = response.headers.get('content-type')?.includes('json') ?? false
        if (isJson && random() < 0.2)
          expect([told, answer.safeParse(JSON.parse(text)).error?.issues]).toEqual([told, undefined])
      }
      if (chosen || i % 40 === 39) await settle(told)
    }

    for (let i = 0; i < REQUESTS; i++) await send(i)
    // Each route takes what is well meant, if chance sent it none, but for those that need more than one thing to be so.
    const never = () => routes.flatMap(([name]) => (accepted.has(name) || RARE.includes(name) ? [] : [name]))
    for (const [i, name] of never().entries()) await send(REQUESTS + i, name)
    expect(never()).toEqual([])
    // Most bodies are refused.
    expect(counts.refused).toBeGreaterThan(REQUESTS / 3)
    expect(counts.accepted).toBeGreaterThan(REQUESTS / 20)
  },
)

test('after all that the store is the same after a restart, to the last field', { timeout: 60_000 }, async () => {
  const call = apiOf(server.url)
  await call('POST', '/api/stop')
  const before = await standing()
  const runs = (await call<RunSummary[]>('GET', '/api/runs?limit=200')).body
  await server.stop()
  server = await startServer(folder, undefined, { KEEN_FRAMES: frames })
  expect(await standing()).toEqual(before)
  expect((await apiOf(server.url)<RunSummary[]>('GET', '/api/runs?limit=200')).body).toEqual(runs)
})
