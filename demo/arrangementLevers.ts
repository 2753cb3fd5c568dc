import type { Plan } from './leverPlan'

const LEFT_HALF = { x: 0, y: 0, width: 50, height: 100 }
const RIGHT_HALF = { x: 50, y: 0, width: 50, height: 100 }

/** How the bench shall be, wherever it comes from. */
export const arrangementLevers: Plan[] = [
  {
    frameId: 'night-run',
    name: 'The bench as it is at night',
    aliases: ['night bench'],
    chords: ['Meta+Alt+N'],
    pulledAgain: 'put-back',
    steps: [
      {
        kind: 'bench.arrange',
        windows: [
          {
            programId: 'fell-weather',
            mode: 'normal',
            displayId: 'display-right',
            area: LEFT_HALF,
          },
          {
            programId: 'night-book',
            shows: { documents: ['${logs}/tonight.log'] },
            mode: 'normal',
            displayId: 'display-right',
            area: RIGHT_HALF,
          },
          { programId: 'dome-desk', mode: 'normal', displayId: 'display-left', area: RIGHT_HALF },
          {
            programId: 'atlas-room',
            shows: {
              profile: 'red',
              documents: ['${charts}/tonight.overlay', '${charts}/north.atlas'],
              front: '${charts}/tonight.overlay',
            },
            mode: 'normal',
            displayId: 'display-left',
            area: LEFT_HALF,
            inFront: true,
          },
        ],
        desktop: 1,
        devices: [
          { deviceId: 'display-left', controlId: 'brightness', value: 10 },
          { deviceId: 'display-right', controlId: 'brightness', value: 5 },
          { deviceId: 'flat-lamp', controlId: 'power', value: false },
          { deviceId: 'red-lamp', controlId: 'power', value: true },
        ],
        frames: [{ frameId: 'outreach', on: false }],
        rest: 'minimize',
        unsaved: 'save',
      },
    ],
  },
]
