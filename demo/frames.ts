import type { Frame, NamedValue } from '../core/levers'

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
