import type { Program } from '../core/bench'
import type { ArgumentRules } from '../core/command'

type Option = ArgumentRules['options'][number]

const profile = (...choices: string[]): Option => ({ names: ['--profile', '-p'], value: 'required', joiners: ['=', 'space'], choices, effect: { kind: 'part', part: 'profile' }, help: 'Opens with this profile.' })
const startMinimized: Option = { names: ['--minimized'], value: 'none', joiners: [], effect: { kind: 'window-mode', mode: 'minimized' }, help: 'Starts out of sight.' }
const startMaximized: Option = { names: ['--wide'], value: 'none', joiners: [], effect: { kind: 'window-mode', mode: 'maximized' }, help: 'Fills the display.' }
const setting = (name: string, help: string): Option => ({ names: [name], value: 'none', joiners: [], effect: { kind: 'setting' }, help })
const nothing: ArgumentRules = { options: [], positionals: [], order: [], onUnknown: 'ignored', onMissingFile: 'ignored' }

/** The programs of the control-room workstation. All are invented. */
export const programs: Program[] = [
  {
    id: 'atlas-room', name: 'Atlas Room', executable: '/opt/harrow/atlas-room', categories: ['Sky'], icon: 'map-2', instances: 'single', whenRunning: 'loads', opens: [],
    arguments: {
      options: [profile('dome', 'red', 'outreach'), startMaximized, setting('--no-grid', 'Leaves the grid out.')],
      positionals: [
        { kind: 'file', endings: ['.atlas'], role: 'base atlas', most: 1, source: { kind: 'files', below: '${charts}', pattern: '*.atlas' } },
        { kind: 'file', endings: ['.overlay'], role: 'overlay', source: { kind: 'files', below: '${charts}', pattern: '*.overlay' } },
      ],
      order: [{ role: 'overlay', after: 'base atlas', because: 'An overlay that comes after the base atlas is not drawn; put it before.' }],
      environment: [{ name: 'HARROW_PROFILE', choices: ['dome', 'red', 'outreach'], effect: { kind: 'part', part: 'profile' }, help: 'The profile, unless an option names one.' }],
      onUnknown: 'ignored', onMissingFile: 'error-window',
    },
    opensFiles: ['.atlas'],
    claims: [{ chord: 'Ctrl+O', does: 'Open an atlas' }, { chord: 'Ctrl+F', does: 'Find an object' }, { chord: 'Ctrl+R', does: 'Redraw' }, { chord: 'Ctrl+Alt+G', does: 'Grid on and off' }, { chord: 'F5', does: 'Jump to the pointing' }],
  },
  {
    id: 'dome-desk', name: 'Dome Desk', executable: '/opt/harrow/dome-desk', categories: ['Dome'], icon: 'building-arch', instances: 'single', whenRunning: 'comes-to-front', opens: [],
    arguments: { ...nothing, options: [profile('night', 'service'), setting('--read-only', 'Shows the dome, moves nothing.')], onUnknown: 'error-window' },
    claims: [{ chord: 'Ctrl+Alt+P', does: 'Park the dome' }, { chord: 'F8', does: 'Stop the dome' }],
  },
  {
    id: 'plate-catcher', name: 'Plate Catcher', executable: '/opt/harrow/plate-catcher', categories: ['Camera'], icon: 'aperture', instances: 'single', whenRunning: 'loads', opens: [],
    arguments: {
      options: [
        { names: ['--camera'], value: 'required', joiners: ['='], choices: ['main', 'finder', 'allsky'], effect: { kind: 'part', part: 'profile' }, help: 'Which camera it takes.' },
        { names: ['--set'], value: 'required', joiners: ['=', 'space'], effect: { kind: 'part', part: 'dataset' }, help: 'The name of the series.' },
        startMinimized,
      ],
      positionals: [{ kind: 'folder', role: 'capture folder' }],
      order: [], onUnknown: 'error-window', onMissingFile: 'error-window',
    },
    claims: [{ chord: 'Ctrl+S', does: 'Save the series' }, { chord: 'Space', does: 'Start and stop the exposure' }, { chord: 'F7', does: 'Focus frame' }],
  },
  {
    id: 'grain-reducer', name: 'Grain Reducer', executable: '/opt/harrow/grain reducer/reduce', categories: ['Reduction'], icon: 'chart-dots-3', instances: 'multi', whenRunning: 'comes-to-front', opens: [],
    arguments: {
      options: [
        { names: ['--edition'], value: 'required', joiners: ['=', 'space'], source: { kind: 'reported', list: 'editions' }, effect: { kind: 'part', part: 'edition' }, help: 'One of the three editions.' },
        { names: ['--data'], value: 'required', joiners: ['space'], source: { kind: 'folders', below: '${captures}/sets' }, effect: { kind: 'part', part: 'dataset' }, help: 'The data set.' },
        setting('/lite', 'Without the large windows.'),
      ],
      positionals: [
        { kind: 'file', endings: ['.frame'], role: 'frame', source: { kind: 'files', below: '${captures}', pattern: '*.frame' } },
        { kind: 'file', endings: ['.dark'], role: 'dark', source: { kind: 'files', below: '${captures}', pattern: '*.dark' } },
      ],
      order: [{ role: 'dark', after: 'frame', because: 'A dark that comes after the frames is not subtracted; put it before.' }],
      onUnknown: 'ignored', onMissingFile: 'ignored',
    },
    reports: { editions: [{ id: 'steady', name: 'Steady, of last year' }, { id: 'night', name: 'Night, for every day' }, { id: 'trial', name: 'Trial, with new darks' }] },
    claims: [{ chord: 'Ctrl+Enter', does: 'Reduce' }, { chord: 'Ctrl+Alt+R', does: 'Reduce again with other darks' }],
  },
  {
    id: 'night-book', name: 'Night Book', executable: '/opt/harrow/night-book', categories: ['Writing'], icon: 'notebook', instances: 'multi', whenRunning: 'comes-to-front', opens: [],
    arguments: { ...nothing, options: [setting('--end', 'Starts at the last entry.')], positionals: [{ kind: 'file', endings: ['.log', '.txt'], role: 'log', source: { kind: 'files', below: '${logs}', pattern: '*.log' } }], onMissingFile: 'error-window' },
    opensFiles: ['.log', '.txt'],
    claims: [{ chord: 'Ctrl+S', does: 'Save the log' }, { chord: 'Ctrl+Alt+T', does: 'Write the time' }, { chord: 'Ctrl+B', does: 'Bold' }],
  },
  {
    id: 'night-planner', name: 'Night Planner', executable: '/opt/harrow/night-planner', categories: ['Sky'], icon: 'calendar-time', instances: 'single', whenRunning: 'loads', opens: [],
    arguments: { ...nothing, options: [{ names: ['--night'], value: 'required', joiners: ['='], effect: { kind: 'part', part: 'dataset' }, help: 'The night, by its evening date.' }], positionals: [{ kind: 'file', endings: ['.plan'], role: 'plan' }], onUnknown: 'error-window' },
    opensFiles: ['.plan'],
    claims: [{ chord: 'Ctrl+P', does: 'Print the plan' }],
  },
  {
    id: 'steady-guide', name: 'Steady Guide', executable: '/opt/harrow/steady-guide', categories: ['Camera'], icon: 'focus-2', instances: 'single', whenRunning: 'comes-to-front', opens: [],
    arguments: { ...nothing, options: [profile('main', 'finder'), startMinimized] },
    claims: [{ chord: 'Ctrl+G', does: 'Start guiding' }],
  },
  {
    id: 'cairn-web', name: 'Cairn Web', executable: '/opt/harrow/cairn-web', categories: ['Web'], icon: 'world', instances: 'single', whenRunning: 'loads', opens: ['address'],
    arguments: { ...nothing, options: [{ names: ['--profile', '-p'], value: 'required', joiners: ['=', 'space'], source: { kind: 'reported', list: 'profiles' }, effect: { kind: 'part', part: 'profile' }, help: 'Opens in this profile.' }], positionals: [{ kind: 'address', role: 'address' }] },
    reports: { profiles: [{ id: 'p1', name: 'Watch' }, { id: 'p4', name: 'Office' }, { id: 'p7', name: 'Visitors' }] },
    claims: [{ chord: 'Ctrl+L', does: 'Go to the address line' }, { chord: 'Ctrl+R', does: 'Load again' }, { chord: 'Ctrl+Alt+W', does: 'Close all tabs' }],
  },
  {
    id: 'beck-pages', name: 'Beck Pages', executable: '/usr/bin/beck-pages', categories: ['Web'], icon: 'browser', instances: 'single', whenRunning: 'loads', opens: ['address'],
    arguments: { ...nothing, options: [setting('--plain', 'Text only, for the slow line.')], positionals: [{ kind: 'address', role: 'address' }] },
    claims: [{ chord: 'Ctrl+L', does: 'Go to the address line' }],
  },
  {
    id: 'drawers', name: 'Drawers', executable: '/usr/bin/drawers', categories: ['Files'], icon: 'folders', instances: 'multi', whenRunning: 'comes-to-front', opens: ['folder'],
    arguments: { ...nothing, positionals: [{ kind: 'folder', role: 'folder' }] },
    claims: [{ chord: 'Ctrl+Shift+M', does: 'Make a folder' }, { chord: 'Delete', does: 'Move to the bin' }],
  },
  {
    id: 'fell-weather', name: 'Fell Weather', executable: '/opt/harrow/fell-weather', categories: ['Weather'], icon: 'cloud-fog', instances: 'single', whenRunning: 'comes-to-front', opens: [],
    arguments: { ...nothing, options: [startMinimized, setting('--wind', 'Starts on the wind page.')] },
    claims: [{ chord: 'F5', does: 'Ask the mast again' }],
  },
  {
    id: 'generator-panel', name: 'Generator Panel', executable: '/opt/harrow/generator-panel', categories: ['Power'], icon: 'engine', instances: 'single', whenRunning: 'comes-to-front', opens: [],
    arguments: { ...nothing, options: [setting('--read-only', 'Shows, switches nothing.')], onUnknown: 'error-window' },
    claims: [{ chord: 'F9', does: 'Stop the generator' }],
  },
  {
    id: 'visitor-board', name: 'Visitor Board', executable: '/opt/harrow/visitor-board', categories: ['Outreach'], icon: 'presentation', instances: 'single', whenRunning: 'loads', opens: [],
    arguments: { ...nothing, options: [setting('--loop', 'Begins again at the end.'), startMaximized], positionals: [{ kind: 'file', endings: ['.deck'], role: 'deck', source: { kind: 'files', below: '${outreach}', pattern: '*.deck' } }], onMissingFile: 'error-window' },
    opensFiles: ['.deck'],
    claims: [{ chord: 'Right', does: 'Next page' }, { chord: 'Left', does: 'Page before' }],
  },
  {
    id: 'line-console', name: 'Line Console', executable: '/usr/bin/line-console', categories: ['System'], icon: 'terminal-2', instances: 'multi', whenRunning: 'comes-to-front', opens: [],
    arguments: { ...nothing, options: [{ names: ['-e'], value: 'required', joiners: ['space'], reads: 'posix', effect: { kind: 'part', part: 'profile' }, help: 'Runs this line.' }] },
    claims: [{ chord: 'Ctrl+C', does: 'Interrupt' }, { chord: 'Ctrl+Shift+C', does: 'Copy' }],
  },
]
