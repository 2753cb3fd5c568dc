import { describe, expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import { exampleLever } from '../levers/exampleLever'
import { describeCandidate, describeDecision } from '.'
import type { Candidate, Decision, ExplainNames } from '.'

const { programs } = exampleBench()
const levers = [
  exampleLever(3, { kind: 'chord', chord: 'Ctrl+F' }, { name: 'Find a star' }),
  exampleLever(4, { kind: 'chord', chord: 'Ctrl+F' }, { scope: { kind: 'only', programIds: ['chart', 'dome'] } }),
]
const names: ExplainNames = { programs, lever: (id) => levers.find((lever) => lever.id === id) }

const decision = (part: Partial<Decision>): Decision => ({
  kind: 'pass',
  event: { kind: 'down', code: 'KeyF', atMs: 0 },
  reason: 'no-trigger',
  candidates: [],
  ...part,
})
const say = (part: Partial<Decision>) => describeDecision(decision(part), names)

/** Each reason as it is said, of a decision as the resolver makes it. */
const REASONS: Record<Decision['reason'], [Partial<Decision>, string][]> = {
  fired: [
    [{ kind: 'pull', leverId: 'l3' }, 'Pulled 3 Find a star.'],
    [{ kind: 'pull', leverId: 'l3', lateMs: 200.4 }, 'Pulled 3 Find a star, after 200 ms.'],
    // What was held back for less than a millisecond was not held back for anyone.
    [{ kind: 'pull', leverId: 'l3', lateMs: 0.4 }, 'Pulled 3 Find a star.'],
    [{ kind: 'pull', leverId: 'l3', lateMs: 1 }, 'Pulled 3 Find a star, after 1 ms.'],
    [{ kind: 'pull', leverId: 'l9' }, 'Pulled a lever that is gone.'],
  ],
  'no-trigger': [
    [{}, 'No lever has this chord: nothing is in front to take it.'],
    [{ frontProgramId: 'book' }, 'No lever has this chord: passed on to BOOK.'],
    [{ frontProgramId: 'gone', lateMs: 60 }, 'No lever has this chord: passed on to gone, after 60 ms.'],
    [
      { frontProgramId: 'book', claim: 'Save' },
      'No lever has this chord: passed on to BOOK, which takes it for “Save”.',
    ],
    [
      { frontProgramId: 'book', event: { kind: 'down', code: 'KeyF', atMs: 0, inView: true } },
      'No lever has this chord: the key stays with the view.',
    ],
  ],
  'no-candidate-live': [
    [{ frontProgramId: 'dome' }, 'No lever with this chord is live here: passed on to DOME.'],
    [{}, 'No lever with this chord is live here: nothing is in front to take it.'],
  ],
  'program-first': [
    [
      { frontProgramId: 'dome', claim: 'Park' },
      'The program in front comes first: passed on to DOME, which takes it for “Park”.',
    ],
  ],
  modifier: [[{}, 'A modifier by itself does nothing yet.']],
  released: [
    [{ kind: 'pass' }, 'Released.'],
    [{ kind: 'swallow' }, 'Released; its press was used, so the release is too.'],
  ],
  'held-repeat': [
    [{ kind: 'pass' }, 'Held down: repeats never pull a lever.'],
    [{ kind: 'swallow' }, 'Held down; its press was used.'],
  ],
  reserved: [
    [{ kind: 'swallow', chord: 'Alt+Tab' }, 'Alt+Tab belongs to the system: it switches between windows.'],
    [{ kind: 'swallow', chord: 'Ctrl+T' }, 'Ctrl+T belongs to the browser: it opens a browser tab.'],
    [{ kind: 'swallow', chord: 'F2' }, 'F2 belongs to Keen Lever itself: it opens the launcher of Keen Lever.'],
    // One that is reserved no more, in a log from before.
    [{ kind: 'swallow', chord: 'Ctrl+F' }, 'Ctrl+F belongs to the system.'],
  ],
  'focus-lost': [[{ event: { kind: 'blur', atMs: 0 } }, 'The keyboard went elsewhere; all keys count as released.']],
  'held-back': [[{ kind: 'wait' }, 'Held back until it is clear what it belongs to.']],
  part: [[{ kind: 'swallow' }, 'Part of what pulled the lever.']],
  'layer-on': [
    [{ kind: 'swallow' }, 'Held: its layer is on.'],
    [{ kind: 'swallow', lateMs: 200 }, 'Held: its layer is on, after 200 ms.'],
  ],
  'hold-modifiers': [
    [
      {
        kind: 'replace',
        outputs: [
          { kind: 'down', code: 'ControlLeft' },
          { kind: 'down', code: 'AltLeft' },
        ],
        lateMs: 200,
      },
      'Held: it acts as LeftCtrl+LeftAlt, after 200 ms.',
    ],
  ],
  'tapped-other': [[{ kind: 'replace', outputs: [{ kind: 'down', code: 'Escape' }] }, 'Tapped: it is Escape.']],
  remapped: [[{ kind: 'replace', outputs: [{ kind: 'down', code: 'KeyA' }] }, 'A rule makes it A: passed on as that.']],
  'disabled-key': [[{ kind: 'swallow' }, 'A rule disables this key.']],
  typed: [
    [
      {
        kind: 'replace',
        outputs: [
          { kind: 'text', text: 'dec ' },
          { kind: 'text', text: '−12°' },
        ],
      },
      'A rule types “dec −12°”.',
    ],
  ],
  word: [
    // Keys that take the typed letters back are no part of what it becomes.
    [
      {
        kind: 'replace',
        outputs: [
          { kind: 'down', code: 'Backspace' },
          { kind: 'up', code: 'Backspace' },
          { kind: 'text', text: 'declination' },
        ],
      },
      'A typed word becomes “declination”.',
    ],
  ],
  'waits-release': [[{ kind: 'swallow' }, 'Its lever is pulled when the key comes up.']],
  armed: [[{ kind: 'pass' }, 'Tapped: it holds for the next key.']],
}

describe('what became of a key', () => {
  test.each(Object.entries(REASONS).flatMap(([reason, said]) => said.map((one) => [reason, ...one] as const)))(
    '%s: %o',
    (reason, part, sentence) => {
      expect(say({ ...part, reason: reason as Decision['reason'] })).toBe(sentence)
    },
  )
})

/** Each verdict on a lever that has the key, as it is said. */
const VERDICTS: Record<Candidate['verdict'], [Partial<Candidate>, string][]> = {
  fired: [[{}, '3 Find a star was pulled by Ctrl+F.']],
  disabled: [[{}, '3 Find a star has Ctrl+F, but is disabled.']],
  'frame-off': [[{}, '3 Find a star has Ctrl+F, but its frame is off.']],
  'out-of-scope': [
    [{ leverId: 'l4' }, '4 Lever 4 has Ctrl+F, but is live only in CHART and DOME.'],
    [{ leverId: 'l9' }, 'a lever that is gone has Ctrl+F, but is live elsewhere.'],
  ],
  'other-modifiers': [[{ chord: 'Ctrl+Shift+F' }, '3 Find a star wants Ctrl+Shift+F.']],
  outranked: [[{}, '3 Find a star has Ctrl+F too; another lever came first.']],
  'program-first': [[{}, '3 Find a star has Ctrl+F, but the program in front claims it and comes first.']],
  waits: [
    [{ chord: 'Ctrl+F, G' }, '3 Find a star still waits for the rest of Ctrl+F, G.'],
    [{ chord: 'Ctrl+F, G', ms: 800 }, '3 Find a star still waits for the rest of Ctrl+F, G, for 800 ms at most.'],
    [{ chord: 'Ctrl+F, G', ms: 0 }, '3 Find a star still waits for the rest of Ctrl+F, G, for 0 ms at most.'],
  ],
  'not-followed': [[{ chord: 'Ctrl+F, G' }, '3 Find a star wants Ctrl+F, G; another key followed.']],
  'too-late': [
    [{ chord: 'Ctrl+F, G', ms: 800 }, '3 Find a star wants Ctrl+F, G; the rest did not come within 800 ms.'],
  ],
  tapped: [[{ chord: 'F held', ms: 120 }, '3 Find a star wants F held; it came up after 120 ms, so it was a tap.']],
  held: [[{ chord: 'F tapped' }, '3 Find a star wants a tap of F tapped; it was held.']],
  'not-together': [[{ chord: 'F + G' }, '3 Find a star wants F + G; the others did not go down in time.']],
  'other-keyboard': [[{}, '3 Find a star has Ctrl+F, but not from this keyboard.']],
}

describe('what became of a lever that has the key', () => {
  test.each(Object.entries(VERDICTS).flatMap(([verdict, said]) => said.map((one) => [verdict, ...one] as const)))(
    '%s: %o',
    (verdict, part, sentence) => {
      const candidate: Candidate = {
        leverId: 'l3',
        triggerId: 't',
        chord: 'Ctrl+F',
        verdict: verdict as Candidate['verdict'],
        ...part,
      }
      expect(describeCandidate(candidate, names)).toBe(sentence)
    },
  )
})
