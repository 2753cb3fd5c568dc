import { fileTree } from './files'
import type { BenchState, BenchWindow, Program } from './schema'

const program = (id: string, part: Partial<Program> = {}): Program => ({
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
    program('chart', { instances: 'single', whenRunning: 'loads' }),
    program('dome', {
      instances: 'single',
      arguments: { ...program('').arguments, onUnknown: 'error-window' },
      claims: [{ chord: 'Ctrl+Alt+P', does: 'Park' }],
    }),
    program('book', { claims: [{ chord: 'Ctrl+S', does: 'Save' }] }),
    program('web', { instances: 'single', whenRunning: 'loads', opens: ['address'] }),
    program('drawers', { opens: ['folder'] }),
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
