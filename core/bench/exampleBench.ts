import { fileTree } from './files'
import type { BenchState, BenchWindow, Program } from './schema'

/** A program of which nothing but its name is of matter, unless `part` says so. */
export const exampleProgram = (id: string, part: Partial<Program> = {}): Program => ({
  id,
  name: id.toUpperCase(),
  executable: `/opt/${id}`,
  categories: [],
  icon: '',
  instances: 'multi',
  whenRunning: 'comes-to-front',
  opens: [],
  claims: [],
  arguments: {
    options: [
      { names: ['--profile'], value: 'required', joiners: ['='], effect: { kind: 'part', part: 'profile' }, help: '' },
      { names: ['--small'], value: 'none', joiners: [], effect: { kind: 'window-mode', mode: 'minimized' }, help: '' },
    ],
    positionals: [
      { kind: 'file', endings: ['.log'], role: 'log' },
      { kind: 'folder', role: 'folder' },
      { kind: 'address', role: 'address' },
    ],
    order: [],
    onUnknown: 'ignored',
    onMissingFile: 'error-window',
  },
  ...part,
})

const window = (id: string, programId: string, part: Partial<BenchWindow> = {}): BenchWindow => ({
  id,
  programId,
  mode: 'normal',
  content: { documents: [] },
  ...part,
})

/**
 * A small bench for tests: `chart` (single instance, loads), `dome` (single, comes to front, minds unknown options),
 * `book` (several instances; its window `w-book` holds unsaved work), `web` (opens addresses). In front: `w-book`.
 */
export function exampleBench(): BenchState {
  const programs = [
    exampleProgram('chart', { instances: 'single', whenRunning: 'loads' }),
    exampleProgram('dome', {
      instances: 'single',
      arguments: { ...exampleProgram('').arguments, onUnknown: 'error-window' },
      claims: [{ chord: 'Ctrl+Alt+P', does: 'Park' }],
    }),
    exampleProgram('book', { claims: [{ chord: 'Ctrl+S', does: 'Save' }] }),
    exampleProgram('web', { instances: 'single', whenRunning: 'loads', opens: ['address'] }),
    exampleProgram('drawers', { opens: ['folder'] }),
  ]
  const windows = [
    window('w-chart', 'chart', {
      content: { profile: 'red', documents: [{ path: '/l/a.log', role: 'log', unsaved: false }] },
    }),
    window('w-small', 'book', { mode: 'minimized' }),
    window('w-book', 'book', { content: { documents: [{ path: '/l/b.log', role: 'log', unsaved: true }] } }),
  ]
  return {
    programs: Object.fromEntries(programs.map((entry) => [entry.id, entry])),
    windows: Object.fromEntries(windows.map((entry) => [entry.id, entry])),
    stack: windows.map((entry) => entry.id),
    files: fileTree({
      '/': { kind: 'folder' },
      '/opt': { kind: 'folder' },
      '/l': { kind: 'folder' },
      ...Object.fromEntries(programs.map((entry) => [entry.executable, { kind: 'file' as const, sizeBytes: 1 }])),
      '/l/a.log': { kind: 'file', sizeBytes: 1 },
      '/l/b.log': { kind: 'file', sizeBytes: 1 },
    }),
    folders: { logs: '/l' },
    addresses: [],
    devices: {
      mic: {
        id: 'mic',
        name: 'Microphone',
        kind: 'audio-input',
        controls: {
          mute: { kind: 'switch', name: 'Mute', on: 'muted', off: 'open', value: null },
          gain: { kind: 'level', name: 'Gain', unit: '%', min: 0, max: 100, step: 5, value: 50 },
          pattern: {
            kind: 'choice',
            name: 'Pattern',
            choices: [
              { id: 'wide', name: 'Wide' },
              { id: 'narrow', name: 'Narrow' },
            ],
            value: 'wide',
          },
        },
      },
    },
    messages: [{ id: 'm-old', text: 'Old', atMs: 1 }],
    lamps: [],
  }
}

/**
 * The same bench as a desk: three desktops, two displays, a player, a folder `/in` with two exposures and a note, an
 * empty one `/later`, a bin; BOOK writes and can be told verbs, and so can VAULT, which holds secrets. `w-book` shows
 * the text “Clear sky.”.
 */
export function exampleDesk(): BenchState {
  const bench = exampleBench()
  const verbs: Program['verbs'] = [
    { id: 'save', name: 'Save', effect: { kind: 'save' } },
    { id: 'all', name: 'Select all', effect: { kind: 'select-all' } },
    { id: 'copy', name: 'Copy', effect: { kind: 'copy' } },
    { id: 'cut', name: 'Cut', effect: { kind: 'cut' } },
    { id: 'paste', name: 'Paste', effect: { kind: 'paste' } },
    { id: 'grid', name: 'Grid', effect: { kind: 'view', view: 'grid', values: ['off', 'on'] } },
    { id: 'new', name: 'New note', effect: { kind: 'new-document', name: 'note.log', role: 'log' } },
    { id: 'shut', name: 'Shut', effect: { kind: 'close-document' } },
    { id: 'next', name: 'Next', effect: { kind: 'next-document' } },
    { id: 'mute', name: 'Mute', effect: { kind: 'device', deviceId: 'mic', controlId: 'mute' } },
    { id: 'mark', name: 'Mark', effect: { kind: 'insert', text: '✓' } },
  ]
  const book: Program = {
    ...bench.programs.book!,
    categories: ['Writing'],
    writes: true,
    verbs,
    claims: [{ chord: 'Ctrl+S', does: 'Save', verb: 'save' }],
  }
  const vault = exampleProgram('vault', { categories: ['Writing'], writes: true, secret: true, verbs })
  const display = (id: string) => ({
    id,
    name: id === 'left' ? 'Left display' : 'Right display',
    kind: 'display' as const,
    controls: { power: { kind: 'switch' as const, name: 'Power', on: 'awake', off: 'asleep', value: true } },
  })
  return {
    ...bench,
    programs: { ...bench.programs, book, vault },
    files: fileTree({
      '/': { kind: 'folder' },
      '/opt': { kind: 'folder' },
      '/l': { kind: 'folder' },
      '/in': { kind: 'folder' },
      '/in/veil-1.exposure': { kind: 'file', sizeBytes: 10, changedAtMs: 60_000 },
      '/in/veil-2.exposure': { kind: 'file', sizeBytes: 20, changedAtMs: 120_000 },
      '/in/night $1 "notes".log': { kind: 'file', sizeBytes: 4, changedAtMs: 0, text: 'dew.' },
      '/later': { kind: 'folder' },
      '/bin': { kind: 'folder' },
      ...Object.fromEntries(
        [...Object.values(bench.programs), vault].map(({ executable }) => [
          executable,
          { kind: 'file' as const, sizeBytes: 1 },
        ]),
      ),
      '/l/a.log': { kind: 'file', sizeBytes: 1 },
      '/l/b.log': { kind: 'file', sizeBytes: 10, text: 'Clear sky.' },
    }),
    folders: { home: '/', logs: '/l', documents: '/l', in: '/in', later: '/later', bin: '/bin' },
    desktops: { names: ['Capture', 'Charts', 'Visitors'], shown: 1 },
    devices: {
      ...bench.devices,
      left: display('left'),
      right: display('right'),
      player: {
        id: 'player',
        name: 'Player',
        kind: 'player',
        playlists: [
          { id: 'calm', name: 'Calm night', tracks: ['Slow dome', 'Long dusk'] },
          { id: 'open', name: 'Open evening', tracks: ['Welcome'] },
        ],
        controls: {
          playing: { kind: 'switch', name: 'Playing', on: 'playing', off: 'paused', value: false },
          playlist: {
            kind: 'choice',
            name: 'Playlist',
            choices: [
              { id: 'calm', name: 'Calm night' },
              { id: 'open', name: 'Open evening' },
            ],
            value: 'calm',
          },
          track: { kind: 'level', name: 'Track', unit: '', min: 1, max: 999, step: 1, value: 1 },
        },
      },
    },
  }
}
