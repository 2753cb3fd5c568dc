import { describe, expect, test } from 'vitest'
import type { Frame } from '../levers'
import { exampleFrame } from '../levers/exampleFrame'
import { compileRules, forKeyboard } from './compileRules'

const frame = (rules: object[], part: Partial<Frame> = {}) => exampleFrame(rules, { id: 'f', ...part })
const remap = (from: string, to: string, more: object = {}) => ({ kind: 'remap', from, to, ...more })
const compiled = (rules: object[], legends: 'us' | 'de' = 'us') => compileRules([frame(rules)], legends)

describe('the rules of frames, by the keys they begin with', () => {
  test('a frame that is off has none, and what is only for levers or words is not among them', () => {
    const off = frame([remap('KeyA', 'KeyB')], { on: false })
    const other = frame([
      { kind: 'row', first: 'Alt+1', count: 3 },
      { kind: 'word', word: 'dd', text: 'done' },
    ])
    const empty = compileRules([], 'us')
    expect(compileRules([off, other], 'us')).toEqual(empty)
    expect([
      empty.remaps.size,
      empty.disabled.size,
      empty.types.size,
      empty.tapHolds.size,
      empty.oneShots.size,
      empty.inLayer.size,
    ]).toEqual([0, 0, 0, 0, 0, 0])
  })

  test('a key becomes another key, a chord, or a modifier; the right Alt key is AltGr where the legends have one', () => {
    const becomes = (to: string, legends?: 'us' | 'de') =>
      compiled([remap('CapsLock', to)], legends).remaps.get('CapsLock')
    expect(becomes('Escape')).toEqual([{ code: 'Escape', modifiers: [] }])
    expect(becomes('Ctrl+Shift+B')).toEqual([{ code: 'KeyB', modifiers: ['Ctrl', 'Shift'] }])
    expect(becomes('ControlLeft')).toEqual([{ code: 'ControlLeft', modifiers: [], acts: 'Ctrl' }])
    expect(becomes('AltRight', 'de')).toEqual([{ code: 'AltRight', modifiers: [], acts: 'AltGr' }])
    expect(becomes('AltRight', 'us')).toEqual([{ code: 'AltRight', modifiers: [], acts: 'Alt' }])
    expect(becomes('AltLeft', 'de')).toEqual([{ code: 'AltLeft', modifiers: [], acts: 'Alt' }])
  })

  test('several rules for one key stand in their order, and the first that is for a keyboard is meant', () => {
    const rules = compiled([remap('KeyA', 'KeyB', { keyboard: 'pad' }), remap('KeyA', 'KeyC'), remap('KeyA', 'KeyG')])
    const all = rules.remaps.get('KeyA')
    expect(all).toEqual([
      { code: 'KeyB', modifiers: [], keyboard: 'pad' },
      { code: 'KeyC', modifiers: [] },
      { code: 'KeyG', modifiers: [] },
    ])
    expect([forKeyboard(all, 'pad')?.code, forKeyboard(all, undefined)?.code, forKeyboard(all, 'desk')?.code]).toEqual([
      'KeyB',
      'KeyC',
      'KeyC',
    ])
    expect(forKeyboard(undefined, 'pad')).toBeUndefined()
  })

  test('what holds only in a layer stands there, by the key that holds it', () => {
    const { inLayer, remaps, disabled, types } = compiled([
      remap('KeyH', 'ArrowLeft', { layer: 'Space' }),
      remap('KeyL', 'ArrowRight', { layer: 'Space' }),
      { kind: 'disable', key: 'KeyQ', layer: 'CapsLock' },
      { kind: 'type', chord: 'AltGr+D', text: '°', layer: 'Space' },
      { kind: 'disable', key: 'KeyW' },
      { kind: 'type', chord: 'Ctrl+Alt+D', text: '†' },
    ])
    expect([...inLayer.keys()]).toEqual(['Space', 'CapsLock'])
    expect([[...inLayer.get('Space')!.remaps.keys()], [...inLayer.get('Space')!.types.keys()].length]).toEqual([
      ['KeyH', 'KeyL'],
      1,
    ])
    expect([...inLayer.get('CapsLock')!.disabled.keys()]).toEqual(['KeyQ'])
    expect([remaps.size, [...disabled.keys()], types.size]).toEqual([0, ['KeyW'], 1])
  })

  test('a key that is tapped or held, and a modifier that holds for the next key', () => {
    const hold = { kind: 'modifiers', modifiers: ['Ctrl'] }
    const { tapHolds, oneShots } = compiled([
      { kind: 'tap-hold', key: 'CapsLock', tap: 'Escape', hold },
      { kind: 'one-shot', key: 'ShiftLeft', withinMs: 300 },
    ])
    expect(tapHolds.get('CapsLock')).toMatchObject([{ kind: 'tap-hold', tap: 'Escape', hold }])
    expect(oneShots.get('ShiftLeft')).toMatchObject([{ kind: 'one-shot', withinMs: 300 }])
  })
})
