import { expect, test } from 'vitest'
import { describeIssue, stepIssue } from './issues'
import type { StepFact } from './issues'

const many = (count: number) => Array.from({ length: count }, (_, i) => `n${i + 1}`)
type Without<C> = C extends StepFact ? Omit<C, 'code'> : never
type FactsOf<C extends StepFact['code']> = Without<Extract<StepFact, { code: C }>>

/** Every fact as it is said to a user, with what it is about and what could be done. */
const SAID: { [C in StepFact['code']]: readonly (readonly [FactsOf<C>, string])[] } = {
  'program-not-running': [
    [{ program: 'Dome Desk' }, 'Dome Desk is not running, so there is no window to bring to the front.'],
  ],
  'already-running': [
    [
      { program: 'Atlas Room', window: 'Atlas Room: red', what: 'refused' },
      'Atlas Room already runs (Atlas Room: red), and this lever does not open it again.',
    ],
    [
      { program: 'Night Book', what: 'left-open' },
      'Night Book has unsaved work and was left open, so it was not opened again.',
    ],
    [{ window: 'Dome Desk', what: 'raises' }, 'Dome Desk runs now; it would come to the front without the arguments.'],
    [
      { window: 'Dome Desk', what: 'ignores' },
      'Dome Desk runs now and takes no new arguments; it would only come to the front.',
    ],
    [{ window: 'Dome Desk', what: 'refuses' }, 'Dome Desk runs now, so a pull would be refused.'],
  ],
  'error-window': [
    [
      { program: 'Atlas Room', text: 'Cannot open', because: 'There is no a.atlas.' },
      'Atlas Room showed an error window. Cannot open: There is no a.atlas.',
    ],
  ],
  'place-missing': [
    [{ path: '/in/a' }, 'There is no folder or file /in/a on the bench.'],
    [{ path: '/in/a', nearest: '/in/b' }, 'There is no folder or file /in/a on the bench. Did you mean “/in/b”?'],
  ],
  'no-opener': [
    [{ kind: 'address', place: 'x' }, 'No program on the bench opens addresses. Name one in the step.'],
    [{ kind: 'folder', place: '/in' }, 'No program on the bench opens folders. Name one in the step.'],
    [{ kind: 'file', place: 'a.log' }, 'No program on the bench opens files such as a.log. Name one in the step.'],
  ],
  'control-fixed': [
    [{ device: 'Weather mast', control: 'Wind' }, 'Wind of Weather mast shows what is so; no lever can set it.'],
  ],
  'device-missing': [[{ kind: 'is no display' }, 'There is no display on the bench.']],
  'value-refused': [
    [{ control: 'Mute', lacks: 'steps' }, 'Mute has no steps.'],
    [{ control: 'Gain', lacks: 'other-way' }, 'Gain is no switch, so it has no other way.'],
  ],
  'value-unread': [[{ control: 'Gain', text: 'loud', range: '0 to 100 %' }, 'Gain takes 0 to 100 %, not “loud”.']],
  'no-duration': [[{ text: 'soon' }, '“soon” is no length of time of a day at most. Write it as 25 min.']],
  'program-needed': [[{ program: 'Drawers' }, 'Drawers cannot be uninstalled: the system needs it.']],
  'not-followed': [
    [{ device: 'Lamp', control: 'Power', still: 'off' }, 'Lamp did not follow: Power is still off.'],
    [
      { device: 'Lamp', control: 'Power', still: 'off', because: 'a fuse is blown' },
      'Lamp did not follow: Power is still off (a fuse is blown).',
    ],
  ],
  'taken-over': [
    [
      { device: 'Lamp', control: 'Level', value: '40 %' },
      'Lamp: Level was set to 40 % by somebody else meanwhile, and stays so.',
    ],
  ],
  'single-instance': [[{ program: 'Dome Desk' }, 'Dome Desk runs once only: it will not open another.']],
  'environment-unknown': [
    [{ program: 'Atlas Room', name: 'SKI' }, 'Atlas Room does not read SKI from the environment.'],
    [
      { program: 'Atlas Room', name: 'SKI', nearest: 'SKY' },
      'Atlas Room does not read SKI from the environment. Did you mean “SKY”?',
    ],
  ],
  'value-unknown': [
    [
      { program: 'Atlas Room', of: 'SKY', value: 'blue', known: ['red', 'dark'] },
      'Atlas Room does not know “blue” for SKY. It knows red, dark.',
    ],
  ],
  'profile-unknown': [
    [
      { program: 'Atlas Room', value: 'blue', known: ['red', 'dark'] },
      'Atlas Room has no profile “blue”. It has red, dark.',
    ],
    [
      { program: 'Atlas Room', value: 'drak', known: ['red', 'dark'] },
      'Atlas Room has no profile “drak”. Did you mean “dark”?',
    ],
  ],
  'option-unknown': [[{ program: 'Dome Desk' }, 'Dome Desk has no profiles; it opens the place without one.']],
  'no-window': [[{ because: 'No window is in front.' }, 'No window is in front.']],
  'nothing-chosen': [[{ what: 'a window' }, 'Choose a window.']],
  'unsaved-asked': [[{ programs: 'Night Book' }, 'There is unsaved work in Night Book; a pull will ask about it.']],
  'display-absent': [[{ display: 'Left display' }, 'Left display is not plugged in, so no window can go there.']],
  'no-other-display': [[{}, 'There is no other display to go to.']],
  'no-desktop-before': [[{}, 'No other desktop was shown before, so there is none to go back to.']],
  'front-twice': [[{}, 'Another window is to be in front already.']],
  'folder-missing': [
    [{ path: '/in' }, 'There is no folder /in.'],
    [{ path: '/in', nearest: '/inn' }, 'There is no folder /in. Did you mean “/inn”?'],
  ],
  'not-a-folder': [[{ path: '/a.log' }, '/a.log is a file, and no folder.']],
  'nothing-fits': [[{ pattern: '/in/*.exposure' }, 'Nothing fits /in/*.exposure now.']],
  'name-missing': [[{ path: '/in/a' }, 'There is nothing at /in/a to give a name.']],
  'name-refused': [[{ name: 'a/b' }, '“a/b” cannot be the name of a file.']],
  'not-in-bin': [[{ name: 'a.log' }, 'There is no “a.log” in the bin.']],
  'files-missing': [
    [{ names: ['a'], folders: 1 }, '“a” is not in that folder.'],
    [{ names: ['a', 'b'], folders: 2 }, '“a” and “b” are in none of the 2 folders.'],
    [{ names: many(12), folders: 1 }, expect.stringMatching(/“n11” and “n12” are not in that folder\.$/) as string],
    [{ names: many(14), folders: 1 }, expect.stringMatching(/“n12” and 2 more are not in that folder\.$/) as string],
  ],
  'chord-unclaimed': [[{ program: 'Dome Desk', chord: 'F9' }, 'F9 means nothing to Dome Desk.']],
  'writes-nothing': [[{ program: 'Dome Desk' }, 'Dome Desk has no text to write in.']],
  'waited-in-vain': [
    [{ ms: 90_000, because: 'Dome Desk does not run' }, 'Waited 1.5 min in vain: Dome Desk does not run.'],
  ],
  'choice-unknown': [
    [
      {
        answer: 'x',
        known: [
          { id: 'save', label: 'Save' },
          { id: 'leave', label: 'Leave' },
        ],
      },
      '“x” is none of the answers: save, leave.',
    ],
    [
      { answer: ['x', 'y'], known: many(13).map((id) => ({ id, label: id })) },
      expect.stringMatching(/: n1, .*, n12 and 1 more\.$/s) as string,
    ],
  ],
  'value-missing': [
    [{ name: 'nigth', known: ['night', 'day'] }, 'There is no value named “nigth” here. Did you mean “night”?'],
    [{ name: 'guest', known: [] }, 'There is no value named “guest” here.'],
  ],
  'no-list': [[{ name: 'guest' }, '“guest” is no list.']],
  'part-missing': [
    [{ name: 'guest', part: 'pge', known: ['page', 'name'] }, '“guest” has no part “pge”. Did you mean “page”?'],
    [{ name: 'guest', part: 'target', known: ['page', 'name'] }, '“guest” has no part “target”. It has page and name.'],
    [{ name: 'guest', part: 'page', known: [] }, '“guest” has no part “page”. It has no parts.'],
  ],
  'no-number': [[{ text: 'many' }, '“many” is no number.']],
  'no-sums': [[{}, 'Sums cannot be worked out here.']],
  'nothing-found': [
    [{ wanted: 'Nrth', where: 'the rows' }, 'There is no “Nrth” among the rows.'],
    [
      { wanted: 'Nrth', where: 'the rows', nearest: 'North' },
      'There is no “Nrth” among the rows. Did you mean “North”?',
    ],
  ],
  'several-found': [
    [{ wanted: 'N', where: 'the rows', found: ['a', 'b'] }, '“N” means several of the rows: a, b.'],
    [{ wanted: 'N', where: 'the rows', found: many(5) }, '“N” means several of the rows: n1, n2, n3, n4, n5.'],
    [{ wanted: 'N', where: 'it', found: many(7) }, '“N” means several of it: n1, n2, n3, n4, n5 and 2 more.'],
  ],
  'nothing-there': [[{ what: 'nothing on the clipboard' }, 'There is nothing on the clipboard.']],
  'table-unreadable': [
    [
      { path: '/a.csv', because: 'Quotes do not end, row 2.' },
      '/a.csv cannot be read as a table: Quotes do not end, row 2.',
    ],
  ],
  'too-many': [
    [
      { count: 20_000, most: 10_000, what: 'file' },
      'There are 20,000 files, and at most 10,000 are taken. Choose fewer.',
    ],
  ],
  'pattern-unreadable': [
    [{ pattern: '(', because: 'It does not end.' }, '“(” cannot be read as a pattern: It does not end.'],
  ],
  'lever-missing': [
    [{ leverId: '' }, 'Choose a lever to pull.'],
    [{ leverId: 'l9' }, 'There is no lever “l9”; it may have been deleted.'],
  ],
  'outside-loop': [[{}, 'This stands in no loop, so there is no round to leave. Put it into one, or remove it.']],
  'script-empty': [[{}, 'The script is empty: it does nothing and gives nothing back.']],
  'script-failed': [
    [{ because: 'x is not defined' }, 'The script: x is not defined'],
    [{ because: 'x is not defined', line: 3, column: 1 }, 'Line 3: x is not defined'],
  ],
  'standard-refused': [
    [{ because: '“x” is no number.' }, 'What it takes by itself would be no answer. “x” is no number.'],
  ],
  'playlist-missing': [
    [{ device: 'Player', playlist: 'x', known: [] }, 'Player has no playlist “x”.'],
    [{ device: 'Player', playlist: 'x', known: ['Calm', 'Open'] }, 'Player has no playlist “x”. It has Calm, Open.'],
  ],
}

const all = Object.entries(SAID).flatMap(([code, said]) =>
  (said as readonly (readonly [object, string])[]).map(
    ([fact, text]) => [{ code, ...fact } as StepFact, text] as const,
  ),
)

test.each(all)('%o', (fact, text) => {
  expect(describeIssue(fact)).toEqual(text)
})

test('an issue has its facts, its sentence, and where it is, if anywhere', () => {
  expect(stepIssue({ code: 'no-sums' })).toEqual({ code: 'no-sums', message: 'Sums cannot be worked out here.' })
  expect(stepIssue({ code: 'no-number', text: 'x' }, 'from.text')).toEqual({
    code: 'no-number',
    text: 'x',
    message: '“x” is no number.',
    at: 'from.text',
  })
})
