import { fileTree, sizeOfText } from '../core/bench'
import type { BenchFile, BenchState, BenchWindow, Control, Device, FileTree } from '../core/bench'
import { programs } from './programs'

const home = '/home/watch'

const folders = {
  home,
  desktop: `${home}/desktop`,
  documents: `${home}/documents`,
  downloads: `${home}/downloads`,
  programs: '/opt/harrow',
  captures: `${home}/captures`,
  charts: `${home}/charts`,
  logs: `${home}/documents/logs`,
  outreach: `${home}/documents/outreach`,
  later: `${home}/documents/for later`,
  bin: `${home}/bin`,
}

const filePaths: [string, number][] = [
  [`${folders.charts}/north.atlas`, 48_200_000],
  [`${folders.charts}/south.atlas`, 51_900_000],
  [`${folders.charts}/tonight.overlay`, 210_000],
  [`${folders.charts}/comets.overlay`, 96_000],
  [`${folders.charts}/guide stars.overlay`, 1_450_000],
  [`${folders.captures}/veil-0001.exposure`, 33_600_000],
  [`${folders.captures}/veil-0002.exposure`, 33_600_000],
  [`${folders.captures}/veil-0003.exposure`, 33_600_000],
  [`${folders.captures}/dark-300s.dark`, 33_600_000],
  [`${folders.logs}/tonight.log`, 4_100],
  [`${folders.logs}/Ægir’s field.log`, 12_800],
  [`${folders.logs}/dome faults.log`, 2_300],
  [`${folders.documents}/tonight.plan`, 8_800],
  [`${folders.outreach}/welcome.deck`, 7_400_000],
  [`${folders.outreach}/moon evening.deck`, 9_900_000],
  ...Array.from({ length: 12 }, (_, i): [string, number] => [
    `${folders.downloads}/comet-${String(i + 1).padStart(4, '0')}.exposure`,
    33_600_000,
  ]),
  [`${folders.downloads}/mast readings.txt`, 2_048],
  [`${folders.downloads}/rota "week 48".txt`, 640],
  [`${folders.documents}/gate.codes`, 96],
  [`${folders.outreach}/groups.csv`, 0],
  [`${folders.captures}/night.csv`, 0],
]

/** What small files say. */
const texts: Record<string, string> = {
  [`${folders.logs}/tonight.log`]: [
    'Night of 2026-11-24, watch: Wren and Idris',
    '18:40 Dome open. Sky clear, wind from the west.',
    '19:05 Veil, first series of 300 s begun.',
    '',
  ].join('\n'),
  [`${folders.logs}/Ægir’s field.log`]: 'Ægir’s field\nGuide star lost twice below 30°.\n',
  [`${folders.logs}/dome faults.log`]: 'Shutter sticks when it is wet.\n',
  [`${folders.documents}/tonight.plan`]: '19:00 Veil, 300 s\n22:30 Comet, 60 s\n02:00 Flat fields\n',
  [`${folders.downloads}/mast readings.txt`]: '18:00 4 m/s W\n19:00 5 m/s W\n20:00 3 m/s SW\n',
  [`${folders.downloads}/rota "week 48".txt`]: 'Tue Wren, Idris\nThu Marit, Owen\nSat visitors\n',
  [`${folders.documents}/gate.codes`]: 'Lower gate: ask the warden.\n',
  [`${folders.outreach}/groups.csv`]: [
    'name,page,frame',
    'Beckside School,https://visits.harrowfell.example/beckside,Outreach',
    '"Fell Walkers, evening",https://visits.harrowfell.example/walkers,Outreach',
    'Moon Evening Club,https://visits.harrowfell.example/moon,Outreach',
    'Survey of the north field,https://visits.harrowfell.example/survey,Desk',
    '',
  ].join('\n'),
  [`${folders.captures}/night.csv`]: [
    'file,target,seconds',
    'veil-0001.exposure,Veil,300',
    'veil-0002.exposure,Veil,300',
    'veil-0003.exposure,Veil,60',
    'dark-300s.dark,Darks,300',
    '',
  ].join('\n'),
}

/** When files were changed last: the evening before, a minute apart. */
const evening = Date.UTC(2026, 10, 23, 18, 0)

/** Data sets by the identifier the camera gives them, with what the watch calls them. */
const sets: [string, string][] = [
  ['2611-0417', 'Veil, 300 s'],
  ['2611-0418', 'Veil, 60 s'],
  ['2611-0502', 'Comet, first night'],
  ['2611-0611', 'Moon evening'],
]

function windowOf(
  id: string,
  programId: string,
  content: Partial<BenchWindow['content']> = {},
  mode: BenchWindow['mode'] = 'normal',
  displayId = 'display-left',
): BenchWindow {
  return { id, programId, mode, displayId, content: { documents: [], ...content } }
}

const windows = [
  windowOf('w-weather', 'fell-weather', {}, 'normal', 'display-right'),
  windowOf(
    'w-drawers',
    'drawers',
    { documents: [{ path: folders.captures, role: 'folder', unsaved: false }] },
    'minimized',
  ),
  windowOf('w-web', 'cairn-web', {
    profile: 'p1',
    documents: [{ path: 'https://mast.harrowfell.example/wind', role: 'address', unsaved: false }],
  }),
  windowOf('w-planner', 'night-planner', {
    dataset: '2026-11-24',
    documents: [{ path: `${folders.documents}/tonight.plan`, role: 'plan', unsaved: false }],
  }),
  windowOf('w-book', 'night-book', {
    documents: [{ path: `${folders.logs}/tonight.log`, role: 'log', unsaved: true }],
  }),
]

const onOff = (name: string, on: string, off: string, value: boolean | null): Control => ({
  kind: 'switch',
  name,
  on,
  off,
  value,
})
const level = (name: string, value: number | null, unit = '%', max = 100, step = 5): Control => ({
  kind: 'level',
  name,
  unit,
  min: 0,
  max,
  step,
  value,
})
const device = (id: string, name: string, kind: Device['kind'], controls: Device['controls']): Device => ({
  id,
  name,
  kind,
  controls,
})

const playlists = [
  { id: 'slow-dome', name: 'Slow dome', tracks: ['Long dusk', 'Frost on the rail', 'Third watch', 'Before the birds'] },
  { id: 'open-evening', name: 'Open evening', tracks: ['Lanterns', 'Up the fell', 'Hats off to the moon'] },
]

const devices: Device[] = [
  device('desk-speakers', 'Desk speakers', 'audio-output', {
    mute: onOff('Mute', 'muted', 'sounding', false),
    volume: level('Volume', 40),
  }),
  device('intercom-speaker', 'Intercom speaker', 'audio-output', {
    mute: onOff('Mute', 'muted', 'sounding', false),
    volume: level('Volume', 65),
  }),
  device('intercom-mic', 'Intercom microphone', 'audio-input', {
    mute: onOff('Mute', 'muted', 'open', true),
    volume: level('Gain', 55),
  }),
  device('display-left', 'Left display', 'display', {
    power: onOff('Power', 'awake', 'asleep', true),
    brightness: level('Brightness', 30),
  }),
  device('display-right', 'Right display', 'display', {
    power: onOff('Power', 'awake', 'asleep', true),
    brightness: level('Brightness', 30),
    use: {
      kind: 'choice',
      name: 'Use',
      choices: [
        { id: 'extended', name: 'Extended' },
        { id: 'mirrored', name: 'Mirrored' },
        { id: 'off', name: 'Switched off' },
      ],
      value: 'extended',
    },
  }),
  device('power', 'Power supply', 'power', {
    plan: {
      kind: 'choice',
      name: 'Plan',
      choices: [
        { id: 'plan-mains', name: 'Mains' },
        { id: 'plan-long-night', name: 'Long night' },
        { id: 'plan-generator', name: 'Generator saver' },
      ],
      value: 'plan-mains',
    },
    charger: { ...onOff('Charger', 'plugged in', 'unplugged', true), readOnly: true },
    battery: { ...level('Battery', 92, '%', 100, 1), readOnly: true },
  }),
  device('keyboard', 'Control desk keyboard', 'keyboard', {
    caps: onOff('Caps Lock', 'on', 'off', false),
    num: onOff('Num Lock', 'on', 'off', true),
  }),
  device('dome-pad', 'Dome pad', 'keyboard', { light: onOff('Key light', 'on', 'off', false) }),
  device('flat-lamp', 'Flat-field lamp', 'lamp', {
    power: onOff('Power', 'lit', 'dark', false),
    brightness: level('Brightness', 10),
  }),
  device('red-lamp', 'Red room lamp', 'lamp', { power: onOff('Power', 'lit', 'dark', true) }),
  device('dew-heater', 'Dew heater', 'heater', {
    power: onOff('Power', 'heating', 'cold', null),
    output: level('Output', null),
  }),
  {
    ...device('finder-camera', 'Finder camera', 'usb', { cooling: onOff('Cooling', 'on', 'off', false) }),
    plugged: false,
  },
  { ...device('hand-mic', 'Hand microphone', 'usb', { light: onOff('Light', 'on', 'off', false) }), plugged: false },
  device('dome', 'Dome', 'dome', {
    shutter: onOff('Shutter', 'open', 'closed', false),
    azimuth: level('Azimuth', 180, '°', 360, 5),
  }),
  {
    ...device('tea-room-player', 'Tea-room player', 'player', {
      playing: onOff('Playing', 'playing', 'paused', false),
      playlist: {
        kind: 'choice',
        name: 'Playlist',
        choices: playlists.map(({ id, name }) => ({ id, name })),
        value: 'slow-dome',
      },
      track: { ...level('Track', 1, '', 999, 1), min: 1 } as Control,
      volume: level('Volume', 25),
    }),
    playlists,
  },
]

function allFiles(): FileTree {
  const files: Record<string, BenchFile> = {}
  for (const path of [
    '/',
    '/home',
    '/opt',
    '/usr',
    '/usr/bin',
    '/opt/harrow/grain reducer',
    ...Object.values(folders),
    `${folders.captures}/sets`,
  ])
    files[path] = { kind: 'folder' }
  for (const [name, label] of sets) files[`${folders.captures}/sets/${name}`] = { kind: 'folder', label }
  for (const [i, [path, sizeBytes]] of filePaths.entries()) {
    const text = texts[path]
    const changedAtMs = evening + i * 60_000
    files[path] =
      text === undefined
        ? { kind: 'file', sizeBytes, changedAtMs }
        : { kind: 'file', sizeBytes: sizeOfText(text), changedAtMs, text }
  }
  for (const { executable } of programs) files[executable] = { kind: 'file', sizeBytes: 4_200_000 }
  return fileTree(files)
}

/** The workstation as it stands at the beginning of a night. */
export const workstation: BenchState = {
  programs: Object.fromEntries(programs.map((program) => [program.id, program])),
  windows: Object.fromEntries(windows.map((window) => [window.id, window])),
  stack: windows.map((window) => window.id),
  files: allFiles(),
  folders,
  addresses: [
    { name: 'Cloud camera', address: 'https://clouds.harrowfell.example/now' },
    { name: 'Mast wind', address: 'https://mast.harrowfell.example/wind' },
    { name: 'Watch rota', address: 'https://rota.harrowfell.example/week' },
    { name: 'Visitor bookings', address: 'https://visits.harrowfell.example/' },
  ],
  devices: Object.fromEntries(
    devices.map((entry) => [
      entry.id,
      ['desk-speakers', 'intercom-mic', 'display-left'].includes(entry.id) ? { ...entry, isDefault: true } : entry,
    ]),
  ),
  messages: [],
  desktops: { names: ['Capture', 'Charts', 'Visitors'], shown: 1 },
  lamps: [
    { deviceId: 'intercom-mic', controlId: 'mute' },
    { deviceId: 'desk-speakers', controlId: 'mute' },
    { deviceId: 'red-lamp', controlId: 'power' },
    { deviceId: 'dome', controlId: 'shutter' },
    { deviceId: 'dew-heater', controlId: 'power' },
    { deviceId: 'power', controlId: 'charger' },
  ],
}
