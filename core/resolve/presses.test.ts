import { describe, expect, test } from 'vitest'
import { inputOf } from './presses'
import type { Decision, KeyEvent } from './schema'

type Part = Partial<Omit<Decision, 'event'>> & { event?: Partial<Extract<KeyEvent, { code: string }>> }
const none = { Ctrl: false, Alt: false, Shift: false, Meta: false }
function inputs({ event, ...part }: Part, legend: 'us' | 'de' = 'us') {
  const decision: Decision = {
    kind: 'pass',
    reason: 'no-trigger',
    candidates: [],
    ...part,
    event: { kind: 'down', code: 'KeyA', atMs: 0, ...event },
  }
  return inputOf(decision, legend).map((input) =>
    input.kind === 'text'
      ? `“${input.text}”`
      : `${[...input.chord.modifiers, input.chord.code].join('+')} ${input.sign ?? '-'}`,
  )
}

describe('what the program in front gets', () => {
  test('a key that is passed on, with the character it types: as the system says it, else by the legend', () => {
    expect(inputs({ chord: 'A' })).toEqual(['KeyA a'])
    expect(inputs({ chord: 'Shift+A' })).toEqual(['Shift+KeyA A'])
    expect(inputs({ chord: 'A', event: { text: 'å' } })).toEqual(['KeyA å'])
    // A dead key types nothing yet, and the legend is not asked.
    expect(inputs({ chord: 'A', event: { text: '' } })).toEqual(['KeyA -'])
    expect(inputs({ chord: 'Y' })).toEqual(['KeyY y'])
    expect(inputs({ chord: 'Y' }, 'de')).toEqual(['KeyY z'])
  })

  test('a command types nothing, whichever modifier makes it one; Shift and AltGr make none', () => {
    for (const modifier of ['Ctrl', 'Alt', 'Meta'])
      expect(inputs({ chord: `${modifier}+A` })).toEqual([`${modifier}+KeyA -`])
    expect(inputs({ chord: 'Ctrl+A', event: { text: 'a' } })).toEqual(['Ctrl+KeyA -'])
    expect(inputs({ chord: 'AltGr+Q' }, 'de')).toEqual(['AltGr+KeyQ @'])
  })

  test('nothing of a key that comes up, of a view’s own key, of one that is kept, or of a chord that is none', () => {
    expect(inputs({ chord: 'A', event: { kind: 'up' } })).toEqual([])
    expect(inputs({ chord: 'A', event: { inView: true } })).toEqual([])
    expect(inputs({ kind: 'swallow', chord: 'A' })).toEqual([])
    expect(inputs({ kind: 'pull', chord: 'A' })).toEqual([])
    expect([inputs({}), inputs({ chord: 'No such key' })]).toEqual([[], []])
  })

  test('what a key is replaced by, with the modifiers that go down and up around it', () => {
    const down = (code: string) => ({ kind: 'down' as const, code })
    const up = (code: string) => ({ kind: 'up' as const, code })
    expect(
      inputs({
        kind: 'replace',
        outputs: [down('ControlLeft'), down('KeyB'), up('ControlLeft'), down('KeyC'), up('KeyC')],
      }),
    ).toEqual(['Ctrl+KeyB -', 'KeyC c'])
    // Modifiers that the event says are down count from the beginning, until they come up.
    expect(
      inputs({
        kind: 'replace',
        outputs: [down('KeyB'), up('ShiftLeft'), down('KeyB')],
        event: { modifiers: { ...none, Shift: true } },
      }),
    ).toEqual(['Shift+KeyB B', 'KeyB b'])
    expect(
      inputs({ kind: 'replace', outputs: [down('KeyQ')], event: { modifiers: { ...none, AltGraph: true } } }, 'de'),
    ).toEqual(['AltGr+KeyQ @'])
  })

  test('texts, beside a pull too, in their order', () => {
    const outputs = [
      { kind: 'text' as const, text: 'dec ' },
      { kind: 'down' as const, code: 'KeyA' },
      { kind: 'text' as const, text: '°' },
    ]
    expect(inputs({ kind: 'replace', outputs })).toEqual(['“dec ”', 'KeyA a', '“°”'])
    expect(inputs({ kind: 'pull', outputs })).toEqual(['“dec ”', 'KeyA a', '“°”'])
    expect(inputs({ kind: 'pull', outputs, event: { inView: true } })).toEqual([])
  })
})
