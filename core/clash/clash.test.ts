import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { programSchema } from '../bench'
import { leverSchema } from '../levers'
import type { Frame, Lever } from '../levers'
import { createResolver } from '../resolve'
import { describeClash, findClashes, suggestChords } from '.'

const frames: Frame[] = [{ id: 'on', name: 'On', on: true, position: 1 }, { id: 'off', name: 'Off', on: false, position: 2 }]
const programs = Object.fromEntries(['chart', 'camera', 'log'].map(id => [id, programSchema.parse({
  id, name: id.toUpperCase(), executable: `/${id}`, categories: [], icon: '', instances: 'multi', whenRunning: 'loads', opens: [],
  claims: id === 'chart' ? [{ chord: 'Ctrl+F', does: 'Find' }] : [],
  arguments: { options: [], positionals: [], order: [], onUnknown: 'ignored', onMissingFile: 'ignored' },
})]))
const lever = (plate: number, chord: string, part: Partial<Lever> = {}): Lever => leverSchema.parse({
  id: `l${plate}`, plate, version: 1, frameId: 'on', name: `Lever ${plate}`, aliases: [], enabled: true, whileRunning: 'ignore', scope: { kind: 'everywhere' },
  steps: [{ id: 's', kind: 'wait', ms: 1 }], triggers: [{ id: 't', kind: 'chord', chord, wins: 'auto' }], ...part,
})
const only = (...programIds: string[]) => ({ scope: { kind: 'only' as const, programIds } })
const clashes = (...levers: Lever[]) => findClashes({ levers, frames, programs })
const shape = (...levers: Lever[]) => clashes(...levers).map(({ leverId, kind, severity, owner }) => [leverId, kind, severity, owner.id])

describe('clashes', () => {
  test('two levers on one chord in overlapping scopes, told from both sides', () => {
    expect(shape(lever(1, 'F6'), lever(2, 'F6'))).toEqual([['l1', 'same-chord', 'ambiguous', 'l2'], ['l2', 'same-chord', 'ambiguous', 'l1']])
    expect(shape(lever(1, 'F6', only('chart')), lever(2, 'F6', only('camera')))).toEqual([])
    expect(shape(lever(1, 'F6', only('chart')), lever(2, 'F6', { scope: { kind: 'except', programIds: ['chart'] } }))).toEqual([])
  })

  test('a narrower scope shadows a wider one', () => {
    expect(shape(lever(1, 'F6'), lever(2, 'F6', only('chart')))).toEqual([['l1', 'shadowed', 'lost', 'l2'], ['l2', 'shadows', 'note', 'l1']])
  })

  test('a lever that is off clashes only in name', () => {
    expect(clashes(lever(1, 'F6'), lever(2, 'F6', { enabled: false })).map(clash => [clash.leverId, clash.severity, clash.dormant])).toEqual([['l1', 'note', true], ['l2', 'ambiguous', undefined]])
    expect(describeClash(clashes(lever(1, 'F6'), lever(2, 'F6', { frameId: 'off' }))[0]!)).toBe('F6 is also the chord of 2 Lever 2, which is off at present.')
  })

  test('programs in scope, the system, the browser and the product itself', () => {
    expect(shape(lever(1, 'Ctrl+F'))).toEqual([['l1', 'program-claim', 'lost', 'chart']])
    expect(shape(lever(1, 'Ctrl+F', only('chart')))).toEqual([['l1', 'program-claim', 'note', 'chart']])
    expect(shape(lever(1, 'Ctrl+F', only('camera')))).toEqual([])
    expect(shape(lever(1, 'Ctrl+Alt+Delete'), lever(2, 'Ctrl+T'), lever(3, 'F2')).map(row => row.slice(1))).toEqual([
      ['reserved', 'lost', 'system'], ['reserved', 'lost', 'browser'], ['reserved', 'lost', 'product'],
    ])
    expect(describeClash(clashes(lever(1, 'Ctrl+F'))[0]!)).toBe('CHART takes Ctrl+F for “Find” while it is in front, and comes first.')
  })
})

describe('laws', () => {
  const scopes = fc.oneof(fc.constant({ kind: 'everywhere' as const }), fc.record({ kind: fc.constantFrom('only' as const, 'except' as const), programIds: fc.subarray(['chart', 'camera', 'log'], { minLength: 1 }) }))
  const sets = fc.array(fc.record({ scope: scopes, chord: fc.constantFrom('F6', 'Ctrl+F', 'Alt+Q'), enabled: fc.boolean(), frameId: fc.constantFrom('on', 'off') }), { maxLength: 6 })
    .map(parts => parts.map(({ chord, ...part }, i) => lever(i + 1, chord, part)))

  test('asking for one lever gives its part of all', () => {
    fc.assert(fc.property(sets, (levers) => {
      for (const { id } of levers) expect(findClashes({ levers, frames, programs, onlyLeverId: id })).toEqual(clashes(...levers).filter(clash => clash.leverId === id))
    }))
  })

  test('a lever without a clash is pulled by its chord wherever it is live', () => {
    fc.assert(fc.property(sets, (levers) => {
      const resolver = createResolver({ levers, frames, programs })
      for (const { id, triggers, enabled, frameId } of levers) {
        if (!enabled || frameId === 'off' || clashes(...levers).some(clash => clash.leverId === id && clash.severity !== 'note')) continue
        const [modifier, key] = triggers[0]!.chord.split('+').length === 2 ? triggers[0]!.chord.split('+') as [string, string] : [undefined, triggers[0]!.chord]
        const modifiers = { Ctrl: modifier === 'Ctrl', Alt: modifier === 'Alt', Shift: false, Meta: false }
        for (const frontProgramId of ['chart', 'camera', 'log']) {
          const decision = resolver.next(resolver.initial, { kind: 'down', code: key.length === 1 ? `Key${key}` : key, atMs: 0, modifiers }, { frontProgramId }).decisions[0]!
          const verdict = decision.candidates.find(candidate => candidate.leverId === id)!.verdict
          expect(['fired', 'out-of-scope']).toContain(verdict)
        }
      }
    }))
  })
})

test('suggested chords clash with nothing, come from the name first, and follow the frame’s habit', () => {
  const levers = [lever(1, 'Ctrl+Shift+M'), lever(2, 'Ctrl+Shift+X'), lever(3, 'Ctrl+Alt+O')]
  const wanted = lever(9, 'F6', { name: 'Mute Ormond', triggers: [] })
  const suggestions = suggestChords({ levers, frames, programs, lever: wanted, count: 3 })
  expect(suggestions.map(entry => entry.chord)).toEqual(['Ctrl+Shift+O', 'Ctrl+Shift+U', 'Ctrl+Shift+E'])
  expect(suggestions[0]!.because).toBe('Free here; O as in “Mute Ormond”.')
  for (const { chord } of suggestions) expect(clashes(...levers, lever(9, chord)).filter(clash => clash.leverId === 'l9')).toEqual([])
})
