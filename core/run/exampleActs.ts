import fc from 'fast-check'
import { drawnArrangement } from '../arrangement/exampleDesks'

/** A step as it is written down, without what every step has. */
export type DrawnStep = Record<string, unknown> & { kind: string }

const program = fc.constantFrom('chart', 'dome', 'book', 'vault', '')
const unsaved = fc.constantFrom('ask', 'save', 'discard', 'leave', 'hide')
const taken = fc.constantFrom('both', 'replace', 'skip', 'ask')
const mics = fc.constantFrom<object>(
  { kind: 'devices', deviceIds: ['mic'] },
  { kind: 'named', text: 'Microphone' },
  { kind: 'all', deviceKind: 'audio-input' },
  { kind: 'default', deviceKind: 'audio-input' },
)
const paths = fc.subarray(
  ['/in/*', '${in}/veil-?.exposure', '/in/night $1 "notes".log', '/l/a.log', '/later', '/none'],
  {
    minLength: 1,
    maxLength: 2,
  },
)
const folders = fc.constantFrom('/later', '/in', '/later/new/deep', '/l/a.log')
const which = fc.constantFrom<object>(
  { kind: 'these', programIds: ['book', 'chart'] },
  { kind: 'all-but', programIds: ['chart'] },
  { kind: 'all' },
  { kind: 'category', category: 'Writing' },
  { kind: 'front' },
  { kind: 'these', programIds: ['nobody'] },
  { kind: 'named', text: 'Book' },
  { kind: 'named', text: 'nobody' },
)
const windows = fc.constantFrom<object>(
  { kind: 'front' },
  { kind: 'program', programId: 'book' },
  { kind: 'program', programId: 'dome' },
  { kind: 'title', text: 'B.LOG' },
  { kind: 'meant', programId: 'book', title: 'BOOK: b.log' },
  { kind: 'meant', programId: 'vault', title: '' },
  { kind: 'window', windowId: 'w-chart' },
  { kind: 'named', text: 'w-book' },
)
const conditions = fc.constantFrom<object>(
  { kind: 'program-runs', programId: 'chart' },
  { kind: 'file-is', path: '/later/*', test: { kind: 'there' } },
  { kind: 'desktop-shown', desktop: 2 },
  { kind: 'value-is', text: '${v}', test: { kind: 'is', text: '3' } },
)

const kind = <K extends string>(name: K, rest: Record<string, fc.Arbitrary<unknown>> = {}) =>
  fc.record({ kind: fc.constant(name), ...rest })

/** Something to go over; `v` and `w` are values that every drawn lever has. */
export const drawnSources: fc.Arbitrary<object> = fc.constantFrom<object>(
  { kind: 'files', folder: '/in', pattern: '*.exposure', order: 'newest' },
  { kind: 'files', folder: '/none' },
  { kind: 'files', folder: '/', what: 'both', isDeep: true, largerThan: 10 },
  { kind: 'lines', text: 'one\ntwo\n${v}' },
  { kind: 'list', items: ['calm', 'open'] },
  { kind: 'list', items: [] },
  { kind: 'value', name: 'w' },
  { kind: 'table', columns: ['name', 'page'], rows: [['North', 'n.page'], ['East']] },
  { kind: 'csv', path: '/l/a.log' },
  { kind: 'csv', path: '/none.csv' },
  { kind: 'windows' },
  { kind: 'windows', programId: 'book' },
  { kind: 'programs' },
  { kind: 'tabs' },
  { kind: 'devices', deviceKind: 'audio-input' },
  { kind: 'levers' },
  { kind: 'addresses' },
)
const valueName = fc.constantFrom('v', 'w', 'x')
const drawnText = fc.constantFrom('a', '${v}', 'North ${w.first}', '3', '/in/veil-1.exposure')

const scripts = fc.constantFrom(
  'return values.v * 2',
  'say("hello"); return { windows: bench.windows.map(({ title }) => title), at: now }',
  'steps.push({ kind: "program.close", programId: "book", unsaved: "save" }); return values.w.length',
  'for (const { name } of bench.programs) steps.push({ kind: "program.raise", programId: name, onFailure: "go-on" })',
  'return bench.list("/in").map(({ name }) => name).join()',
  'steps.push({ kind: "value.set", as: "made", how: { kind: "text", text: "${v}" } }, { kind: "no.kind" })',
  'steps.push({ kind: "if", branches: [{ condition: { kind: "program-runs", programId: "chart" }, steps: [{ kind: "wait", ms: 5 }] }] })',
  'throw new Error("no night")',
  'return Math.random() + bench.text("/none.log")',
)

/** Steps of every kind that acts, on things of `exampleDesk`, some of which are not there. */
export const drawnActs: Readonly<Record<string, fc.Arbitrary<DrawnStep>>> = {
  'program.open': kind('program.open', {
    programId: fc.constantFrom('chart', 'dome', 'book', 'nobody'),
    args: fc.subarray(['--profile=dome', '/l/a.log', '--odd', '${night}.log']),
    windowMode: fc.constantFrom(undefined, 'maximized', 'minimized'),
    whenRunning: fc.constantFrom('program', 'raise', 'another', 'reopen', 'refuse'),
    unsaved,
  }),
  'program.raise': kind('program.raise', { programId: fc.constantFrom('chart', 'dome', 'book') }),
  'program.switch': kind('program.switch', {
    programId: fc.constantFrom('chart', 'dome'),
    otherId: fc.constantFrom('book', 'web'),
  }),
  'program.close': kind('program.close', { programId: fc.constantFrom('chart', 'book'), unsaved }),
  'program.uninstall': kind('program.uninstall', {
    programId: fc.constantFrom('chart', 'book', 'dome'),
    unsaved: fc.constantFrom('save', 'discard'),
  }),
  'programs.put-away': kind('programs.put-away', { which, how: fc.constantFrom('close', 'hide'), unsaved }),
  'programs.show': kind('programs.show', { which }),
  'program.tell': kind('program.tell', {
    programId: program,
    verb: fc.constantFrom('save', 'all', 'copy', 'cut', 'paste', 'grid', 'new', 'shut', 'next', 'mute', 'mark', 'odd'),
  }),
  'windows.place': kind('windows.place', {
    which: windows,
    display: fc.constantFrom(undefined, { kind: 'named', deviceId: 'right' }, { kind: 'next' }),
    desktop: fc.constantFrom(undefined, 2, 9),
    place: fc.constantFrom<object | undefined>(
      undefined,
      { kind: 'named', name: 'left' },
      { kind: 'rectangle', area: { x: 10, y: 5, width: 40, height: 30 } },
      { kind: 'own' },
    ),
    follow: fc.boolean(),
  }),
  'windows.set': kind('windows.set', {
    which: windows,
    to: fc.constantFrom('front', 'maximized', 'minimized', 'hidden', 'normal', 'other-way'),
  }),
  'windows.close': kind('windows.close', { which: windows, unsaved }),
  'window.show': kind('window.show', {
    which: windows,
    shows: fc.constantFrom('/l/b.log', '/later', '${in}', '/none'),
  }),
  'window.cycle': kind('window.cycle', {
    way: fc.constantFrom('next', 'previous'),
    within: fc.constantFrom(undefined, 'all', 'program'),
  }),
  'desktop.go': kind('desktop.go', {
    to: fc.constantFrom<object>(
      { kind: 'number', desktop: 3 },
      { kind: 'number', desktop: 9 },
      { kind: 'next' },
      { kind: 'previous' },
      { kind: 'back' },
    ),
  }),
  'place.open': kind('place.open', { places: fc.subarray(['${logs}', '/l/a.log', '/none'], { minLength: 1 }) }),
  'files.move': kind('files.move', {
    act: fc.constantFrom('move', 'copy'),
    paths,
    to: folders,
    taken,
    makeFolder: fc.boolean(),
  }),
  'files.rename': kind('files.rename', {
    paths,
    pattern: fc.constantFrom('${n}-${name}${ending}', 'same', '${date} ${n}', 'a/b', '${night}'),
    startAt: fc.nat(3),
    digits: fc.integer({ min: 1, max: 3 }),
    taken,
  }),
  'files.folder': kind('files.folder', { path: fc.constantFrom('/later/new', '/in', '/l/a.log', '/l/a.log/x') }),
  'files.bin': kind('files.bin', { paths }),
  'files.restore': kind('files.restore', { names: fc.constantFrom(['*'], ['veil-1.exposure'], ['none']) }),
  'files.gather': kind('files.gather', {
    names: fc.subarray(['veil-1', 'VEIL-2.exposure', 'veil-9', 'a.log'], { minLength: 1 }),
    from: fc.subarray(['/in', '/l'], { minLength: 1 }),
    to: folders,
    taken,
    makeFolder: fc.boolean(),
  }),
  'bench.arrange': drawnArrangement.map((wanted) => ({ kind: 'bench.arrange', ...wanted })),
  'script.run': kind('script.run', { script: scripts, as: fc.constantFrom(undefined, '', 'x') }),
  'text.type': kind('text.type', { text: fc.constantFrom('✓ ', '${date} ', 'At ${night}'), programId: program }),
  'keys.send': kind('keys.send', {
    chords: fc.subarray(['Ctrl+S', 'A', 'Backspace', 'Shift+Left', 'Enter', 'F5'], { minLength: 1 }),
    programId: program,
  }),
  'clipboard.use': kind('clipboard.use', {
    act: fc.constantFrom('copy', 'cut', 'paste', 'put'),
    programId: program,
    text: fc.constant('12h 30m'),
  }),
  'device.control': fc.oneof(
    kind('device.control', {
      target: mics,
      controlId: fc.constant('gain'),
      to: fc.constantFrom<object>(
        { kind: 'set', value: 20 },
        { kind: 'step', by: 15 },
        { kind: 'ramp', value: 90, overMs: 400 },
      ),
    }),
    kind('device.control', {
      target: mics,
      controlId: fc.constant('mute'),
      to: fc.constant({ kind: 'toggle', whenUnknown: 'ask' }),
    }),
  ),
  'player.control': kind('player.control', {
    deviceId: fc.constantFrom('', 'player', 'mic'),
    act: fc.constantFrom('play', 'pause', 'toggle', 'next', 'previous', 'playlist'),
    playlistId: fc.constantFrom('calm', 'open', 'none'),
  }),
  'frame.switch': kind('frame.switch', {
    frameIds: fc.constant(['f']),
    to: fc.constantFrom('on', 'off', 'toggle'),
  }),
  'frame.lift': kind('frame.lift', {
    frameIds: fc.subarray(['f', 'g'], { minLength: 1 }),
    to: fc.constantFrom('top', 'back', 'toggle'),
  }),
  'message.show': kind('message.show', {
    text: fc.constantFrom('Hello', 'At ${logs}', 'It is ${time}'),
    as: fc.constantFrom(undefined, 'notice', 'board', 'alert'),
  }),
  'value.set': kind('value.set', {
    as: valueName,
    from: fc.oneof(
      fc.record({ kind: fc.constantFrom('text', 'sum'), text: drawnText }),
      fc.constantFrom<object>(
        { kind: 'moment', format: 'YYYY-MM-DD HH:mm', days: 1 },
        { kind: 'clipboard' },
        { kind: 'control', deviceId: 'mic', controlId: 'gain' },
        { kind: 'condition', condition: { kind: 'program-runs', programId: 'chart' } },
      ),
      fc.record({ kind: fc.constant('front'), part: fc.constantFrom('title', 'program', 'address', 'text') }),
      fc.record({ kind: fc.constantFrom('count', 'entries'), source: drawnSources }),
    ),
  }),
  'value.find': kind('value.find', {
    as: valueName,
    source: drawnSources,
    text: drawnText,
    by: fc.constantFrom('', 'name', 'page'),
    how: fc.constantFrom('exact', 'begins', 'nearest'),
    none: fc.constantFrom('fail', 'ask', 'go-on'),
    several: fc.constantFrom('fail', 'ask', 'first'),
  }),
  'text.work': kind('text.work', {
    as: valueName,
    text: drawnText,
    work: fc.constantFrom<object>(
      { kind: 'before', mark: '-' },
      { kind: 'between', mark: '/', end: '.' },
      { kind: 'split', by: '' },
      { kind: 'replace', find: 'v*l', by: '${v}', isPattern: true },
      { kind: 'case', to: 'title' },
      { kind: 'number' },
    ),
  }),
  'list.work': kind('list.work', {
    as: valueName,
    list: fc.constantFrom('w', 'v', 'w.first'),
    work: fc.constantFrom<object>(
      { kind: 'first' },
      { kind: 'last', count: 2 },
      { kind: 'sorted', by: 'name', isDown: true },
      { kind: 'distinct' },
      { kind: 'matching', pattern: '*o*' },
      { kind: 'with', text: 'more' },
    ),
  }),
  ask: kind('ask', {
    as: valueName,
    text: fc.constant('What of ${v}?'),
    what: fc.oneof(
      fc.constantFrom<object>(
        { kind: 'text' },
        { kind: 'number', min: 1 },
        { kind: 'yes-no' },
        { kind: 'date' },
        { kind: 'file', folder: '/in' },
      ),
      fc.record({ kind: fc.constant('pick'), source: drawnSources, several: fc.boolean() }),
    ),
    standard: fc.constantFrom(undefined, '3', 'yes', 'calm', '2026-03-14'),
    limitMs: fc.constantFrom(undefined, 2000),
  }),
  'lever.pull': kind('lever.pull', {
    leverId: fc.constantFrom('sub', 'stopper'),
    inputs: fc.constantFrom<object[]>([{ name: 'target', text: '${v}' }], [{ name: 'target', text: '${w}' }], []),
    as: fc.constantFrom(undefined, 'x', 'v'),
  }),
  'lever.give': kind('lever.give', { text: drawnText }),
  'lever.stop': kind('lever.stop', { what: fc.constantFrom('lever', 'all') }),
  'loop.leave': kind('loop.leave', { to: fc.constantFrom('next', 'end') }),
  note: kind('note', { text: fc.constant('Only read.') }),
  'run.put-back': kind('run.put-back'),
  wait: kind('wait', { ms: fc.nat(3000) }),
  'wait.until': kind('wait.until', {
    condition: conditions,
    limitMs: fc.nat(2000),
    then: fc.constantFrom('fail', 'go-on'),
  }),
}

/** Levers that drawn steps pull: one with an input, a step and a result, and one that stops everything. */
export const drawnLevers: Readonly<Record<string, { inputs: object[]; steps: DrawnStep[] }>> = {
  sub: {
    inputs: [{ name: 'target', kind: 'any', standard: 'veil' }],
    steps: [
      { kind: 'message.show', text: 'About ${target}' },
      { kind: 'repeat', times: '2', steps: [{ kind: 'value.set', as: 'n', from: { kind: 'text', text: '${round}' } }] },
      { kind: 'lever.give', text: '${target}' },
    ],
  },
  stopper: { inputs: [{ name: 'target', kind: 'any', standard: '' }], steps: [{ kind: 'lever.stop', what: 'all' }] },
}

/** Blocks of every kind, around drawn lists. */
export function drawnBlocks(list: fc.Arbitrary<DrawnStep[]>): Readonly<Record<string, fc.Arbitrary<DrawnStep>>> {
  return {
    group: kind('group', { name: fc.constant('g'), steps: list }),
    if: kind('if', {
      branches: fc.array(fc.record({ condition: conditions, steps: list }), { minLength: 1, maxLength: 2 }),
      otherwise: list,
    }),
    choose: kind('choose', {
      text: drawnText,
      cases: fc.array(fc.record({ values: fc.constantFrom(['a'], ['3', 'b.log'], ['${v}']), steps: list }), {
        minLength: 1,
        maxLength: 2,
      }),
      otherwise: list,
    }),
    each: kind('each', { source: drawnSources, as: valueName, atMost: fc.integer({ min: 1, max: 3 }), steps: list }),
    turntable: kind('turntable', {
      roads: fc.tuple(list, list).map(([up, right]) => [
        { direction: 'n', label: 'Up', steps: up },
        { direction: 'e', steps: right },
      ]),
    }),
    repeat: kind('repeat', { times: fc.constantFrom('0', '2', '${v}'), steps: list }),
    while: kind('while', { condition: conditions, atMost: fc.integer({ min: 1, max: 2 }), steps: list }),
  }
}
