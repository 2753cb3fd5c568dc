import type { Plan } from './leverPlan'

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

/** Levers for the desk: many programs at once, windows, files, texts, what tonight is about. */
export const deskLevers: Plan[] = [
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
