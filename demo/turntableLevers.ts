import type { Plan } from './leverPlan'

type Written = Record<string, unknown>

const tell = (programId: string, verb: string): Written[] => [{ id: verb, kind: 'program.tell', programId, verb }]
const pull = (plate: number): Written[] => [
  { id: `pull-${plate}`, kind: 'lever.pull', leverId: `lever-${plate}`, inputs: [] },
]
const place = (name: string): Written[] => [
  { id: name, kind: 'windows.place', which: { kind: 'front' }, place: { kind: 'named', name } },
]
const otherDisplay: Written[] = [
  { id: 'other', kind: 'windows.place', which: { kind: 'front' }, display: { kind: 'next' } },
]

/** Levers whose roads lie around the pointer; in Atlas Room the same button has roads of its own. */
export const turntableLevers: Plan[] = [
  {
    frameId: 'night-run',
    name: 'Roads of the night',
    chords: ['Mouse3', 'Ctrl+Alt+Space'],
    steps: [
      {
        kind: 'turntable',
        roads: [
          { direction: 'n', steps: pull(8) },
          { direction: 'ne', steps: pull(4) },
          { direction: 'e', label: 'Window', steps: [windows()] },
          { direction: 's', steps: pull(9) },
          { direction: 'sw', steps: pull(18) },
          { direction: 'w', steps: pull(16) },
        ],
      },
    ],
  },
  {
    frameId: 'night-run',
    name: 'Roads of the chart',
    chords: ['Mouse3'],
    scope: { kind: 'only', programIds: ['atlas-room'] },
    steps: [
      {
        kind: 'turntable',
        roads: [
          { direction: 'n', label: 'Find', steps: tell('atlas-room', 'find-an-object') },
          { direction: 'ne', label: 'Pointing', steps: tell('atlas-room', 'jump-to-the-pointing') },
          { direction: 'e', label: 'Next sheet', steps: tell('atlas-room', 'next-sheet') },
          { direction: 's', label: 'Grid', steps: tell('atlas-room', 'grid-on-and-off') },
          { direction: 'w', label: 'Redraw', steps: tell('atlas-room', 'redraw') },
        ],
      },
    ],
  },
]

function windows(): Written {
  return {
    id: 'windows',
    kind: 'turntable',
    roads: [
      { direction: 'n', label: 'Whole', steps: place('whole') },
      { direction: 'e', label: 'Right half', steps: place('right') },
      { direction: 's', label: 'Other display', steps: otherDisplay },
      { direction: 'w', label: 'Left half', steps: place('left') },
    ],
  }
}
