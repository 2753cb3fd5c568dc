import { describe, expect, test } from 'vitest'
import { levers as demoLevers, programs as demoPrograms } from '../../demo'
import type { Frame, Lever } from '../levers'
import { createClashIndex, keyOwners } from '.'

const programs = Object.fromEntries(demoPrograms.map((program) => [program.id, program]))
const frames: Frame[] = [
  {
    id: 'on',
    name: 'On',
    on: true,
    position: 1,
    rules: [
      { id: 'r1', kind: 'disable', key: 'Insert' },
      { id: 'r2', kind: 'tap-hold', key: 'CapsLock', tap: 'Escape', hold: { kind: 'modifiers', modifiers: ['Ctrl'] } },
    ],
  },
  { id: 'off', name: 'Off', on: false, position: 2 },
]
const lever = (plate: number, chord: string, part: Partial<Lever> = {}): Lever => ({
  ...demoLevers[0]!,
  id: `l${plate}`,
  plate,
  name: `Lever ${plate}`,
  frameId: 'on',
  scope: { kind: 'everywhere' },
  triggers: [{ id: 't', kind: 'chord', chord, wins: 'auto' }],
  ...part,
})
const owned = (code: string, modifiers: ('Ctrl' | 'Alt')[], front: string | undefined, ...levers: Lever[]) => {
  const input = { levers, frames, programs }
  const [entry] = keyOwners([code], modifiers, front, input, createClashIndex(input))
  return [entry!.state, entry!.owners.map((owner) => owner.id)]
}

describe('who owns a key', () => {
  test('a lever, with what is off behind it; nobody', () => {
    expect(owned('KeyM', ['Ctrl', 'Alt'], undefined, lever(1, 'Ctrl+Alt+M'))).toEqual(['ours', ['l1']])
    expect(
      owned(
        'KeyM',
        ['Ctrl', 'Alt'],
        undefined,
        lever(1, 'Ctrl+Alt+M', { frameId: 'off' }),
        lever(2, 'Ctrl+Alt+M', { enabled: false }),
      ),
    ).toEqual(['disabled', ['l1', 'l2']])
    expect(owned('KeyM', ['Ctrl', 'Alt'], undefined)).toEqual(['free', []])
  })

  test('in front of a program only what is live there; the narrower one comes first and is no clash', () => {
    const only = { scope: { kind: 'only' as const, programIds: ['atlas-room'] } }
    expect(owned('F6', [], 'night-book', lever(1, 'F6', only))).toEqual(['free', []])
    expect(owned('F6', [], 'atlas-room', lever(1, 'F6', only), lever(2, 'F6'))[0]).toBe('ours')
    expect(owned('F6', [], 'atlas-room', lever(1, 'F6'), lever(2, 'F6'))[0]).toBe('clash')
  })

  test('the program in front has its own keys, unless the lever is scoped to it', () => {
    const [claim] = programs['atlas-room']!.claims.filter((entry) => entry.chord === 'Ctrl+F')
    expect(claim).toBeDefined()
    expect(owned('KeyF', ['Ctrl'], 'atlas-room')).toEqual(['program', ['atlas-room']])
    expect(owned('KeyF', ['Ctrl'], 'atlas-room', lever(1, 'Ctrl+F'))).toEqual(['clash', ['atlas-room', 'l1']])
    expect(
      owned(
        'KeyF',
        ['Ctrl'],
        'atlas-room',
        lever(1, 'Ctrl+F', { scope: { kind: 'only', programIds: ['atlas-room'] } }),
      ),
    ).toEqual(['ours', ['l1', 'atlas-room']])
  })

  test('what is off is named behind what is live, and is no clash with it', () => {
    const levers = [lever(1, 'Ctrl+Alt+M', { enabled: false }), lever(2, 'Ctrl+Alt+M'), lever(3, 'F6')]
    expect(owned('KeyM', ['Ctrl', 'Alt'], undefined, ...levers)).toEqual(['ours', ['l1', 'l2']])
    const input = { levers, frames, programs }
    const [entry] = keyOwners(['KeyM'], ['Ctrl', 'Alt'], undefined, input, createClashIndex(input))
    expect(entry!.owners.map((owner) => [owner.name, 'isOff' in owner])).toEqual([
      ['1 Lever 1', true],
      ['2 Lever 2', false],
    ])
    expect(entry!.owners[1]!.words).not.toBe('')
  })

  test('the lever that is live most narrowly decides whether the program in front keeps its key', () => {
    const narrow = { scope: { kind: 'only' as const, programIds: ['atlas-room'] } }
    for (const [wide, scoped] of [
      [1, 2],
      [2, 1],
    ] as const)
      expect(owned('KeyF', ['Ctrl'], 'atlas-room', lever(wide, 'Ctrl+F'), lever(scoped, 'Ctrl+F', narrow))).toEqual([
        'ours',
        ['l1', 'l2', 'atlas-room'],
      ])
    expect(owned('KeyF', ['Ctrl'], 'night-book', lever(1, 'Ctrl+F', narrow))[1]).not.toContain('l1')
    const off = lever(1, 'Ctrl+F', { ...narrow, enabled: false })
    expect(owned('KeyF', ['Ctrl'], 'atlas-room', off)).toEqual(['program', ['l1', 'atlas-room']])
  })

  test('a chord and a sequence that begins with it are not one and the same', () => {
    const sequence = (plate: number, keys: string) =>
      lever(plate, 'F6', { triggers: [{ id: 't', kind: 'sequence', sequence: keys }] as Lever['triggers'] })
    expect(owned('F6', [], undefined, lever(1, 'F6'), sequence(2, 'F6 A'))[0]).toBe('ours')
    expect(owned('F6', [], undefined, sequence(1, 'F6 A'), sequence(2, 'F6 A'))[0]).toBe('clash')
  })

  test('the system, and rules of frames', () => {
    expect(owned('Delete', ['Ctrl', 'Alt'], undefined)).toEqual(['system', ['system']])
    expect(owned('Delete', ['Ctrl', 'Alt'], undefined, lever(1, 'Ctrl+Alt+Delete'))).toEqual([
      'clash',
      ['system', 'l1'],
    ])
    expect([owned('Insert', [], undefined), owned('CapsLock', [], undefined)]).toEqual([
      ['disabled', ['on']],
      ['rule', ['on']],
    ])
  })
})
