import type { Scope } from '../core/levers'
import type { Plan } from './leverPlan'

const only = (...programIds: string[]): Scope => ({ kind: 'only', programIds })

/** Levers for programs, places and devices. */
export const launchingLevers: Plan[] = [
  {
    frameId: 'night-run',
    name: 'Chart for the dome',
    chords: ['Ctrl+Alt+A'],
    aliases: ['chart'],
    steps: [
      {
        kind: 'program.open',
        programId: 'atlas-room',
        args: ['--profile=dome', '${charts}/tonight.overlay', '${charts}/guide stars.overlay', '${charts}/north.atlas'],
      },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Dome Desk',
    chords: ['Ctrl+Alt+D'],
    steps: [{ kind: 'program.open', programId: 'dome-desk', args: ['--profile', 'night'] }],
  },
  {
    frameId: 'night-run',
    name: 'Catch plates with the main camera',
    chords: ['Ctrl+Alt+C'],
    aliases: ['cam'],
    steps: [
      { kind: 'program.open', programId: 'plate-catcher', args: ['--camera=main', '--set', 'veil', '${captures}'] },
    ],
  },
  {
    frameId: 'night-run',
    name: 'From camera to chart',
    chords: ['F6'],
    scope: only('plate-catcher'),
    steps: [{ kind: 'program.raise', programId: 'atlas-room' }],
  },
  {
    frameId: 'night-run',
    name: 'From chart to camera',
    chords: ['F6'],
    scope: only('atlas-room'),
    steps: [{ kind: 'program.raise', programId: 'plate-catcher' }],
  },
  {
    frameId: 'night-run',
    name: 'Reduce with the night edition',
    chords: ['Ctrl+Alt+E'],
    steps: [
      {
        kind: 'program.open',
        programId: 'grain-reducer',
        args: [
          '--edition',
          'night',
          '--data',
          '${series}',
          '${captures}/dark-300s.dark',
          '${captures}/veil-0001.exposure',
          '${captures}/veil-0002.exposure',
        ],
      },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Comet chart, as it was left',
    steps: [
      {
        kind: 'program.open',
        programId: 'atlas-room',
        args: ['--profile=red', '${charts}/south.atlas', '${charts}/comets.overlay'],
      },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Prepare the night',
    doors: [{ kind: 'tile' }],
    chords: ['Ctrl+Alt+N'],
    aliases: ['dusk'],
    steps: [
      { kind: 'program.open', programId: 'dome-desk', args: ['--profile=night'] },
      { kind: 'program.open', programId: 'plate-catcher', args: ['--camera=main', '${captures}'] },
      { kind: 'wait', ms: 400 },
      {
        kind: 'program.open',
        programId: 'atlas-room',
        args: ['--profile=dome', '${charts}/tonight.overlay', '${charts}/north.atlas'],
      },
      { kind: 'message.show', text: 'The desk is ready for the night.' },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Close down at dawn',
    doors: [{ kind: 'tile' }],
    chords: ['Ctrl+Alt+Q'],
    aliases: ['dawn'],
    steps: [
      { kind: 'program.close', programId: 'plate-catcher', unsaved: 'save' },
      { kind: 'program.close', programId: 'atlas-room', unsaved: 'save' },
      { kind: 'program.close', programId: 'night-book', unsaved: 'ask' },
      { kind: 'message.show', text: 'Good morning. Close the shutter before you leave.' },
    ],
  },
  {
    frameId: 'desk',
    name: 'Log of tonight’s target',
    chords: ['Ctrl+Alt+L'],
    aliases: ['log'],
    steps: [{ kind: 'program.open', programId: 'night-book', args: ['--end', '${target-log}'] }],
  },
  {
    frameId: 'desk',
    name: 'Capture folder',
    chords: ['Ctrl+Alt+F'],
    more: [{ kind: 'sequence', sequence: 'Meta+O F' }],
    steps: [{ kind: 'place.open', places: ['${captures}'] }],
  },
  {
    frameId: 'desk',
    name: 'Cloud camera',
    chords: ['Ctrl+Alt+W'],
    more: [{ kind: 'sequence', sequence: 'Meta+O C' }],
    aliases: ['clouds'],
    steps: [{ kind: 'place.open', places: ['https://clouds.harrowfell.example/now'] }],
  },
  {
    frameId: 'desk',
    name: 'Generator Panel, look only',
    chords: ['Ctrl+Alt+H'],
    steps: [{ kind: 'program.open', programId: 'generator-panel', args: ['--read-only'] }],
  },
  {
    frameId: 'outreach',
    name: 'Welcome the visitors',
    chords: ['Ctrl+Alt+V'],
    steps: [
      { kind: 'program.open', programId: 'visitor-board', args: ['--loop', '--wide', '${outreach}/welcome.deck'] },
    ],
  },
  {
    frameId: 'outreach',
    name: 'Ask for red light',
    chords: ['Ctrl+Alt+A'],
    enabled: false,
    steps: [{ kind: 'message.show', text: 'Visitors are in the dome: red light only, please.' }],
  },
  {
    frameId: 'desk',
    name: 'Intercom microphone',
    chords: ['Meta+Alt+I'],
    aliases: ['mic'],
    steps: [
      {
        kind: 'device.control',
        target: { kind: 'default', deviceKind: 'audio-input' },
        controlId: 'mute',
        to: { kind: 'toggle', whenUnknown: true },
      },
    ],
  },
  {
    frameId: 'desk',
    name: 'Quiet for ten minutes',
    chords: ['Meta+Alt+Q'],
    aliases: ['hush'],
    steps: [
      {
        kind: 'device.control',
        target: { kind: 'all', deviceKind: 'audio-output' },
        controlId: 'mute',
        to: { kind: 'set', value: true },
      },
      { kind: 'wait', ms: 600_000 },
      { kind: 'run.put-back' },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Sleep the displays',
    chords: ['Meta+Alt+S'],
    steps: [
      {
        kind: 'device.control',
        target: { kind: 'all', deviceKind: 'display' },
        controlId: 'power',
        to: { kind: 'set', value: false },
      },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Dim the displays',
    chords: ['Meta+Alt+B'],
    steps: [
      {
        kind: 'device.control',
        target: { kind: 'all', deviceKind: 'display' },
        controlId: 'brightness',
        to: { kind: 'ramp', value: 5, overMs: 8000 },
      },
    ],
  },
  {
    frameId: 'desk',
    name: 'Plan by the supply',
    chords: ['Meta+Alt+P'],
    aliases: ['plan'],
    steps: [
      {
        kind: 'device.control',
        target: { kind: 'devices', deviceIds: ['power'] },
        controlId: 'plan',
        to: { kind: 'set', value: 'plan-mains' },
      },
    ],
    interlock: {
      condition: { kind: 'control-is', deviceId: 'power', controlId: 'charger', value: true },
      otherwise: { kind: 'pull', leverId: 'lever-21' },
    },
  },
  {
    frameId: 'desk',
    name: 'Generator saver',
    steps: [
      {
        kind: 'device.control',
        target: { kind: 'devices', deviceIds: ['power'] },
        controlId: 'plan',
        to: { kind: 'set', value: 'plan-generator' },
      },
    ],
  },
]
