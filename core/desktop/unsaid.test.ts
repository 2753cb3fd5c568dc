import { describe, expect, test } from 'vitest'
import { exampleBench } from '../bench/exampleBench'
import { leverSchema } from '../levers'
import type { Lever } from '../levers'
import { exampleLever } from '../levers/exampleLever'
import { describeUnsaid, prevents, unsaidOf } from '.'

const names = exampleBench()
type Part = Record<string, unknown>
const opens = (part: Part = {}) => ({ id: 's', kind: 'program.open', programId: 'chart', args: [], ...part })
const place = (part: Part = {}) => ({ id: 's', kind: 'place.open', places: ['/l/a.log'], ...part })
function lever(part: Part = {}, ...steps: Part[]): Lever {
  const { triggers: _triggers, ...rest } = exampleLever(1, { kind: 'chord', chord: 'F6' })
  return leverSchema.parse({ ...rest, triggers: [], ...part, steps: steps.length > 0 ? steps : [opens()] })
}
const codes = (part: Part, ...steps: Part[]) => unsaidOf(lever(part, ...steps), names).map(({ code }) => code)
const words = (part: Part, ...steps: Part[]) => unsaidOf(lever(part, ...steps), names).map(describeUnsaid)

describe('what a Desktop Entry has no word for', () => {
  test('nothing, where a lever starts one program, or opens one place', () => {
    expect(codes({})).toEqual([])
    expect(codes({}, opens({ args: ['--profile=red'], workingDirectory: '/l', windowMode: 'normal' }))).toEqual([])
    expect(codes({}, opens({ whenRunning: 'program' }))).toEqual([])
    expect(codes({}, place())).toEqual([])
    expect(codes({}, place({ programIds: [] }))).toEqual([])
    expect(codes({ scope: { kind: 'everywhere' }, doors: [], inputs: [], aliases: ['chart'] })).toEqual([])
    expect(codes({ icon: { kind: 'set', name: 'telescope', colour: 'ink' } })).toEqual([])
  })

  test('several steps, no program, no single place: there is no file at all, and nothing else is told', () => {
    const second = { id: 's2', kind: 'wait', ms: 1 }
    expect(words({ enabled: false }, opens(), second)).toEqual([
      'It has several steps; a Desktop Entry starts one program.',
    ])
    expect(words({ enabled: false }, second)).toEqual(['It starts no program.'])
    const several = 'It opens several places, or in chosen programs; a Link has one address.'
    expect([
      words({}, place({ places: ['/l/a.log', '/l/b.log'] })),
      words({}, place({ programIds: ['book'] })),
      words({}, place({ profile: 'red' })),
    ]).toEqual([[several], [several], [several]])
    expect(unsaidOf(lever({}, second), names).every(prevents)).toBe(true)
    expect(unsaidOf(lever({ enabled: false }), names).some(prevents)).toBe(false)
  })

  test('what the step does beside starting it', () => {
    expect(
      words(
        {},
        opens({
          windowMode: 'maximized',
          whenRunning: 'reopen',
          unsaved: 'discard',
          onFailure: 'go-on',
          alternative: { id: 'o', kind: 'wait', ms: 1, onFailure: 'stop' },
        }),
      ),
    ).toEqual([
      'The second way of its step is left out.',
      'What happens when it fails is left out.',
      'That its window is maximized is left out.',
      'That it closes it first, if the program runs, is left out.',
      'That it discards unsaved work is left out.',
    ])
    expect(codes({}, opens({ retry: { times: 2, afterMs: 10 } }))).toEqual(['failure-policy'])
    expect(codes({}, place({ onFailure: 'go-on' }))).toEqual(['failure-policy'])
  })

  test('how a lever is pulled, when it may be, and what it tells', () => {
    expect(
      words({
        whileRunning: 'beside',
        pulledAgain: 'put-back',
        scope: { kind: 'only', programIds: ['dome', 'book'] },
        triggers: [
          { id: 't', kind: 'chord', chord: 'Ctrl+F' },
          { id: 'u', kind: 'chord', chord: 'F6' },
        ],
        doors: [{ id: 'd', kind: 'tile' }],
        inputs: [{ name: 'target', kind: 'text' }],
        interlock: { condition: { kind: 'program-runs', programId: 'dome' }, otherwise: { kind: 'refuse' } },
        feedback: 'sound',
        lamp: { deviceId: 'mic', controlId: 'mute' },
        enabled: false,
        icon: { kind: 'upload', id: '0'.repeat(64) },
        name: 'Chart\u0007',
      }),
    ).toEqual([
      'What another pull does while it runs is left out: it runs beside it.',
      'What another pull does afterwards is left out: it puts back what it changed, and the next one runs it again.',
      'Its scope is left out: only in DOME and BOOK.',
      'Its triggers are left out: Ctrl+F and F6.',
      'The tile, lamp, events or times that pull it are left out.',
      'What it is given is left out: target.',
      'Its interlock is left out; the file can always be started.',
      'Its feedback is left out: a sound.',
      'The lamp on its plate is left out.',
      'It is disabled; the file can be started.',
      'Its uploaded icon is left out; a file names an icon of the desktop.',
      'Control characters in its name or aliases are left out.',
    ])
    expect(words({ triggers: [{ id: 't', kind: 'chord', chord: 'Ctrl+F' }] })).toEqual([
      'Its trigger is left out: Ctrl+F.',
    ])
  })

  test('named values, each once, from the arguments, the directory, the environment or the place', () => {
    const step = opens({
      args: ['--profile=${tint}', '${target}'],
      workingDirectory: '${logs}/${target}',
      environment: [{ name: 'SKY', value: '${season}' }],
    })
    expect(words({}, step)).toEqual(['Values are written out as they are now: tint, target, logs and season.'])
    expect(words({}, place({ places: ['${logs}/a.log'] }))).toEqual(['Values are written out as they are now: logs.'])
    // A dollar that is escaped is no value.
    expect(codes({}, opens({ args: ['$${tint}'] }))).toEqual([])
  })

  test('line breaks and tabs are written, other control characters are not', () => {
    expect(codes({ name: 'Chart\tof\nthe night' })).toEqual([])
    expect(codes({ aliases: ['sky\u001b'] })).toEqual(['control-characters'])
  })

  test('what an action of a file has no word for', () => {
    expect([
      describeUnsaid({ code: 'action-aliases' }),
      describeUnsaid({ code: 'action-directory' }),
      describeUnsaid({ code: 'action-name', name: 'Red chart' }),
      describeUnsaid({ code: 'translations-differ', key: 'Name', locales: ['de', 'fr'] }),
    ]).toEqual([
      'Its aliases are left out; an action has none.',
      'Its working directory is left out; an action has that of its application.',
      'Its name is that of an action now: “Red chart”.',
      'Name is changed; its translations (de, fr) say what it was before.',
    ])
  })
})
