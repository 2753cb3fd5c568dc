import type { Frame, Lever, NamedValue, Scope } from '../core/levers'
import { triggerSchema } from '../core/levers'
import { stepSchema } from '../core/steps'

export const frames: Frame[] = [
  {
    id: 'night-run',
    name: 'Night run',
    on: true,
    position: 1,
    version: 1,
    rules: [
      {
        id: 'caps',
        kind: 'tap-hold',
        key: 'CapsLock',
        tap: 'Escape',
        hold: { kind: 'modifiers', modifiers: ['Ctrl'] },
      },
      {
        id: 'heading',
        kind: 'word',
        word: ';hf',
        endings: ['space', 'enter', 'tab', 'punctuation'],
        letters: 'any',
        text: 'Harrow Fell, night of ${date}, series ${series}',
        scope: { kind: 'everywhere' },
      },
    ],
  },
  { id: 'desk', name: 'Desk', on: true, position: 2, version: 1 },
  { id: 'outreach', name: 'Outreach', on: false, position: 3, version: 1 },
]

/** What several levers share, by name. */
export const values: NamedValue[] = [
  { id: 'value-series', frameId: null, name: 'series', text: '2611-0417', version: 1 },
  { id: 'value-target-log', frameId: 'desk', name: 'target-log', text: '${logs}/Ægir’s field.log', version: 1 },
]

const everywhere: Scope = { kind: 'everywhere' }
const only = (...programIds: string[]): Scope => ({ kind: 'only', programIds })

interface Plan {
  frameId: string
  name: string
  chords?: string[]
  more?: Record<string, unknown>[]
  scope?: Scope
  aliases?: string[]
  enabled?: boolean
  interlock?: Lever['interlock']
  steps: Record<string, unknown>[]
}

/** What stays open for the night. */
const nightPrograms = {
  kind: 'all-but',
  programIds: ['dome-desk', 'plate-catcher', 'atlas-room', 'steady-guide', 'night-book', 'fell-weather'],
}
const brightness = (value: number) => ({
  kind: 'device.control',
  target: { kind: 'all', deviceKind: 'display' },
  controlId: 'brightness',
  to: { kind: 'set', value },
})

const plans: Plan[] = [
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
  {
    frameId: 'night-run',
    name: 'Close everything but the night’s programs',
    chords: ['Meta+Alt+K'],
    aliases: ['only'],
    steps: [{ kind: 'programs.put-away', which: nightPrograms, how: 'close', unsaved: 'ask' }],
  },
  {
    frameId: 'night-run',
    name: 'Hide everything',
    chords: ['Meta+Alt+J'],
    steps: [{ kind: 'programs.put-away', which: { kind: 'all' }, how: 'hide' }],
  },
  {
    frameId: 'night-run',
    name: 'Show what is hidden',
    chords: ['Meta+Alt+H'],
    steps: [{ kind: 'programs.show', which: { kind: 'all' } }],
  },
  {
    frameId: 'desk',
    name: 'Good morning',
    aliases: ['morning'],
    steps: [
      { kind: 'message.show', text: 'Good morning, ${weekday}', as: 'board' },
      {
        kind: 'programs.put-away',
        which: { kind: 'all-but', programIds: ['night-planner', 'fell-weather'] },
        how: 'close',
        unsaved: 'save',
      },
      brightness(70),
      { kind: 'player.control', deviceId: '', act: 'playlist', playlistId: 'open-evening' },
    ],
  },
  {
    frameId: 'desk',
    name: 'Rest for half an hour',
    chords: ['Meta+Alt+R'],
    aliases: ['rest'],
    steps: [
      {
        kind: 'programs.put-away',
        which: { kind: 'all-but', programIds: ['night-book', 'fell-weather'] },
        how: 'close',
        unsaved: 'leave',
      },
      brightness(20),
      { kind: 'player.control', deviceId: '', act: 'playlist', playlistId: 'slow-dome' },
      { kind: 'wait', ms: 1_800_000 },
      { kind: 'message.show', text: 'Half an hour is over.', as: 'alert' },
      { kind: 'player.control', deviceId: '', act: 'pause' },
    ],
  },
  {
    frameId: 'desk',
    name: 'Sweep last night’s exposures',
    chords: ['Meta+Alt+X'],
    aliases: ['sweep'],
    steps: [
      { kind: 'files.move', act: 'move', paths: ['${downloads}/*.exposure'], to: '${later}', taken: 'both' },
      { kind: 'message.show', text: 'The downloads are swept.', as: 'board' },
    ],
  },
  {
    frameId: 'desk',
    name: 'Check mark',
    chords: ['Meta+Alt+Y'],
    steps: [{ kind: 'text.type', text: '✓', programId: '' }],
  },
  {
    frameId: 'desk',
    name: 'Degree sign',
    chords: ['Meta+Alt+G'],
    steps: [{ kind: 'text.type', text: '°', programId: '' }],
  },
  ...['Capture', 'Charts', 'Visitors'].map((desktop, i): Plan => ({
    frameId: 'desk',
    name: `Desktop ${desktop}`,
    chords: [`Meta+Alt+${i + 1}`],
    steps: [{ kind: 'desktop.go', to: { kind: 'number', desktop: i + 1 } }],
  })),
  {
    frameId: 'desk',
    name: 'Window to the other display, visitors’ desktop',
    chords: ['Meta+Alt+Right'],
    steps: [{ kind: 'windows.place', which: { kind: 'front' }, display: { kind: 'next' }, desktop: 3 }],
  },
  {
    frameId: 'desk',
    name: 'Window into the left half',
    chords: ['Meta+Alt+Left'],
    steps: [{ kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name: 'left' } }],
  },
  {
    frameId: 'desk',
    name: 'Visitors first',
    chords: ['Meta+Alt+V'],
    steps: [
      { kind: 'frame.lift', frameIds: ['outreach'], to: 'toggle' },
      { kind: 'frame.switch', frameIds: ['outreach'], to: 'on' },
    ],
  },
  {
    frameId: 'night-run',
    name: 'When the finder camera is there',
    steps: [
      {
        kind: 'wait.until',
        condition: { kind: 'device-present', deviceId: 'finder-camera' },
        limitMs: 600_000,
        then: 'fail',
      },
      { kind: 'message.show', text: 'The finder camera is there.' },
    ],
  },
]

/** The levers of the demo, numbered from 1 in this order. */
export const levers: Lever[] = plans.map((plan, i) => {
  const plate = i + 1
  return {
    id: `lever-${plate}`,
    plate,
    version: 1,
    frameId: plan.frameId,
    name: plan.name,
    aliases: plan.aliases ?? [],
    ...(plan.interlock ? { interlock: plan.interlock } : {}),
    steps: plan.steps.map((step, index) => stepSchema.parse({ id: `s${index + 1}`, ...step })),
    triggers: [...(plan.chords ?? []).map((chord) => ({ kind: 'chord', chord })), ...(plan.more ?? [])].map(
      (trigger, index) => triggerSchema.parse({ id: `lever-${plate}-t${index + 1}`, ...trigger }),
    ),
    scope: plan.scope ?? everywhere,
    enabled: plan.enabled ?? true,
    whileRunning: 'ignore',
  }
})
