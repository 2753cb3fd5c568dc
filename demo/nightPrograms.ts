import type { Program } from '../core/bench'
import { nothing, profile, setting, startMaximized, startMinimized } from './programParts'

/** Sky, dome, camera and what is made of its exposures. */
export const nightPrograms: Program[] = [
  {
    id: 'atlas-room',
    name: 'Atlas Room',
    executable: '/opt/harrow/atlas-room',
    categories: ['Sky', 'Science'],
    icon: 'map-2',
    instances: 'single',
    whenRunning: 'loads',
    opens: [],
    arguments: {
      options: [profile('dome', 'red', 'outreach'), startMaximized, setting('--no-grid', 'Leaves the grid out.')],
      positionals: [
        {
          kind: 'file',
          endings: ['.atlas'],
          role: 'base atlas',
          most: 1,
          source: { kind: 'files', below: '${charts}', pattern: '*.atlas' },
        },
        {
          kind: 'file',
          endings: ['.overlay'],
          role: 'overlay',
          source: { kind: 'files', below: '${charts}', pattern: '*.overlay' },
        },
      ],
      order: [
        {
          role: 'overlay',
          after: 'base atlas',
          because: 'An overlay that comes after the base atlas is not drawn; put it before.',
        },
      ],
      environment: [
        {
          name: 'HARROW_PROFILE',
          choices: ['dome', 'red', 'outreach'],
          effect: { kind: 'part', part: 'profile' },
          help: 'The profile, unless an option names one.',
        },
      ],
      onUnknown: 'ignored',
      onMissingFile: 'error-window',
    },
    opensFiles: ['.atlas'],
    claims: [
      { chord: 'Ctrl+O', does: 'Open an atlas' },
      { chord: 'Ctrl+F', does: 'Find an object' },
      { chord: 'Ctrl+R', does: 'Redraw' },
      { chord: 'Ctrl+Alt+G', does: 'Grid on and off' },
      { chord: 'F5', does: 'Jump to the pointing' },
    ],
  },
  {
    id: 'dome-desk',
    name: 'Dome Desk',
    executable: '/opt/harrow/dome-desk',
    categories: ['Dome', 'Science'],
    icon: 'building-arch',
    instances: 'single',
    whenRunning: 'comes-to-front',
    opens: [],
    arguments: {
      ...nothing,
      options: [profile('night', 'service'), setting('--read-only', 'Shows the dome, moves nothing.')],
      onUnknown: 'error-window',
    },
    claims: [
      { chord: 'Ctrl+Alt+P', does: 'Park the dome' },
      { chord: 'F8', does: 'Stop the dome' },
    ],
  },
  {
    id: 'plate-catcher',
    name: 'Plate Catcher',
    executable: '/opt/harrow/plate-catcher',
    categories: ['Camera', 'Graphics'],
    icon: 'aperture',
    instances: 'single',
    whenRunning: 'loads',
    opens: [],
    arguments: {
      options: [
        {
          names: ['--camera'],
          value: 'required',
          joiners: ['='],
          choices: ['main', 'finder', 'allsky'],
          effect: { kind: 'part', part: 'profile' },
          help: 'Which camera it takes.',
        },
        {
          names: ['--set'],
          value: 'required',
          joiners: ['=', 'space'],
          effect: { kind: 'part', part: 'dataset' },
          help: 'The name of the series.',
        },
        startMinimized,
      ],
      positionals: [{ kind: 'folder', role: 'capture folder' }],
      order: [],
      onUnknown: 'error-window',
      onMissingFile: 'error-window',
    },
    claims: [
      { chord: 'Ctrl+S', does: 'Save the series' },
      { chord: 'Space', does: 'Start and stop the exposure' },
      { chord: 'F7', does: 'Focus exposure' },
      { chord: 'Ctrl+C', does: 'Copy the picture' },
    ],
  },
  {
    id: 'grain-reducer',
    name: 'Grain Reducer',
    executable: '/opt/harrow/grain reducer/reduce',
    categories: ['Reduction', 'Science'],
    icon: 'chart-dots-3',
    instances: 'multi',
    whenRunning: 'comes-to-front',
    opens: [],
    arguments: {
      options: [
        {
          names: ['--edition'],
          value: 'required',
          joiners: ['=', 'space'],
          source: { kind: 'reported', list: 'editions' },
          effect: { kind: 'part', part: 'edition' },
          help: 'One of the three editions.',
        },
        {
          names: ['--data'],
          value: 'required',
          joiners: ['space'],
          source: { kind: 'folders', below: '${captures}/sets' },
          effect: { kind: 'part', part: 'dataset' },
          help: 'The data set.',
        },
        setting('/lite', 'Without the large windows.'),
      ],
      positionals: [
        {
          kind: 'file',
          endings: ['.exposure'],
          role: 'exposure',
          source: { kind: 'files', below: '${captures}', pattern: '*.exposure' },
        },
        {
          kind: 'file',
          endings: ['.dark'],
          role: 'dark',
          source: { kind: 'files', below: '${captures}', pattern: '*.dark' },
        },
      ],
      order: [
        {
          role: 'dark',
          after: 'exposure',
          because: 'A dark that comes after the exposures is not subtracted; put it before.',
        },
      ],
      onUnknown: 'ignored',
      onMissingFile: 'ignored',
    },
    reports: {
      editions: [
        { id: 'steady', name: 'Steady, of last year' },
        { id: 'night', name: 'Night, for every day' },
        { id: 'trial', name: 'Trial, with new darks' },
      ],
    },
    claims: [
      { chord: 'Ctrl+Enter', does: 'Reduce' },
      { chord: 'Ctrl+Alt+R', does: 'Reduce again with other darks' },
    ],
  },
]
