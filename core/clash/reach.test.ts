import { describe, expect, test } from 'vitest'
import { exampleFrame } from '../levers/exampleFrame'
import { exampleLever } from '../levers/exampleLever'
import type { Lever } from '../levers'
import { describeClash, findClashes } from '.'

/** Which triggers hands can still reach where rules are about their keys. */

const remap = (from: string, to: string, part: object = {}) => ({ kind: 'remap', from, to, ...part })
const disable = (key: string, part: object = {}) => ({ kind: 'disable', key, ...part })
const swapped = (one: string, other: string) => [remap(one, other), remap(other, one)]
/** What is told of a trigger that can never pull its lever; nothing where it can. */
const told = (trigger: Record<string, unknown>, rules: Record<string, unknown>[], part: Partial<Lever> = {}) =>
  findClashes({ levers: [exampleLever(1, trigger, part)], frames: [exampleFrame(rules)], programs: {} })
    .filter(({ kind }) => kind === 'ruled-out')
    .map(describeClash)

describe('a trigger can be reached', () => {
  test.each<[string, Record<string, unknown>, Record<string, unknown>[]]>([
    ['a chord by the key that stands for its own', { kind: 'chord', chord: 'F8' }, swapped('F8', 'F9')],
    ['pressed twice, too', { kind: 'double', chord: 'F8' }, swapped('F8', 'F9')],
    ['and when it comes up', { kind: 'release', chord: 'F8' }, swapped('F8', 'F9')],
    ['a key that is held', { kind: 'hold', key: 'KeyE' }, swapped('KeyE', 'KeyQ')],
    ['keys together', { kind: 'together', keys: ['KeyE', 'KeyG'] }, swapped('KeyE', 'KeyQ')],
    ['a sequence', { kind: 'sequence', sequence: 'E G E' }, swapped('KeyE', 'KeyQ')],
    ['a key in a layer', { kind: 'layer', hold: 'F8', chord: 'E' }, swapped('KeyE', 'KeyQ')],
    ['which comes before what a key is by itself', { kind: 'layer', hold: 'F8', chord: 'E' }, [disable('KeyE')]],
    ['a typed word', { kind: 'word', word: 'brb' }, swapped('KeyR', 'KeyQ')],
    ['a typed word that enter ends', { kind: 'word', word: 'brb', endings: ['enter'] }, swapped('KeyR', 'KeyQ')],
    ['a typed word without an ending', { kind: 'word', word: 'brb', endings: [] }, swapped('KeyB', 'KeyQ')],
    [
      'a modifier that is tapped',
      { kind: 'tap', key: 'ControlLeft', times: 1 },
      [{ kind: 'one-shot', key: 'ControlLeft' }],
    ],
    ['or tapped twice', { kind: 'tap', key: 'ControlLeft', times: 2 }, [{ kind: 'one-shot', key: 'ControlLeft' }]],
    ['where a rule is for a layer alone', { kind: 'chord', chord: 'F8' }, [disable('F8', { layer: 'CapsLock' })]],
    ['where another keyboard has the rule', { kind: 'chord', chord: 'F8' }, [disable('F8', { keyboard: 'pad' })]],
  ])('%s', (_, trigger, rules) => {
    expect(told(trigger, rules)).toEqual([])
  })
})

describe('a trigger can never be reached, and the rule is told', () => {
  test.each<[string, Record<string, unknown>, Record<string, unknown>[]]>([
    ['disabled', { kind: 'double', chord: 'F8' }, [disable('F8')]],
    ['disabled', { kind: 'release', chord: 'F8' }, [disable('F8')]],
    ['disabled', { kind: 'hold', key: 'F8' }, [disable('F8')]],
    ['disabled', { kind: 'tap', key: 'ControlLeft', times: 1 }, [disable('ControlLeft')]],
    ['is F9', { kind: 'hold', key: 'F8' }, [remap('F8', 'F9')]],
    ['disabled', { kind: 'chord', chord: 'F8', keyboard: 'pad' }, [disable('F8', { keyboard: 'pad' })]],
  ])('%s: %o', (words, trigger, rules) => {
    expect(told(trigger, rules)).toEqual([expect.stringContaining(`(${words})`)])
    // The first of the rules that are about its keys, and none that is about others.
    expect(told(trigger, [disable('KeyZ'), remap('KeyY', 'KeyX'), ...rules])).toEqual([
      expect.stringContaining(`(${words})`),
    ])
  })

  test('whatever becomes of its frame: one that is off is looked at as if it were on, without rules of its own', () => {
    const off = (rules: Record<string, unknown>[]) =>
      findClashes({
        levers: [exampleLever(1, { kind: 'chord', chord: 'F8' })],
        frames: [exampleFrame(rules, { on: false }), { ...exampleFrame([]), id: 'night', name: 'Night', position: 2 }],
        programs: {},
      })
    expect(off([disable('F8')]).map(({ kind }) => kind)).toEqual(['frame-off'])
  })

  test('keys that go together with a modifier, which is passed on at once', () => {
    expect(told({ kind: 'together', keys: ['ControlLeft', 'KeyE'] }, [])).toEqual([
      expect.stringContaining('passes modifiers on at once'),
    ])
    expect(told({ kind: 'together', keys: ['KeyG', 'KeyE'] }, [])).toEqual([])
  })
})
