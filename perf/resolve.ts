// Key event to decision, in the core, with few and with many levers.
import { frames, levers as demoLevers, workstation } from '../demo'
import type { Lever } from '../core/levers'
import { createResolver } from '../core/resolve'
import { percentile, table, timed } from './measure'

const codes = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].map((letter) => `Key${letter}`)
const modifierSets = ['', 'Ctrl+', 'Alt+', 'Ctrl+Alt+', 'Ctrl+Shift+', 'Alt+Shift+', 'Ctrl+Alt+Shift+', 'Meta+']

/**
 * As many levers as wanted, spread over letters, modifiers and programs, so that many share a chord in different
 * scopes.
 */
function manyLevers(count: number): Lever[] {
  const programIds = Object.keys(workstation.programs)
  return Array.from({ length: count }, (_, i) => ({
    ...demoLevers[0]!,
    id: `l${i}`,
    plate: i + 1,
    scope: { kind: 'only' as const, programIds: [programIds[Math.floor(i / 208) % programIds.length]!] },
    triggers: [
      {
        id: 't',
        kind: 'chord' as const,
        chord: `${modifierSets[Math.floor(i / 26) % modifierSets.length]}${String.fromCharCode(65 + (i % 26))}`,
        wins: 'auto' as const,
      },
    ],
  }))
}

/** The frames of the demo have a typed word; without one nothing that is typed is followed. */
const wordless = frames.map((frame) => ({ ...frame, rules: frame.rules?.filter(({ kind }) => kind !== 'word') }))

const rows = [
  { levers: demoLevers, rules: frames, words: '' },
  { levers: manyLevers(1000), rules: frames, words: '' },
  { levers: manyLevers(10_000), rules: frames, words: '' },
  { levers: manyLevers(10_000), rules: wordless, words: ', no typed word' },
].map(({ levers, rules, words }) => {
  const resolver = createResolver({ levers, frames: rules, programs: workstation.programs })
  let state = resolver.initial
  const times = timed(50_000, (i) => {
    const code = i % 4 < 2 ? 'ControlLeft' : codes[Math.floor(i / 4) % codes.length]!
    state = resolver.next(
      state,
      {
        kind: i % 2 === 0 ? 'down' : 'up',
        code,
        atMs: i,
        modifiers: { Ctrl: i % 8 > 3, Alt: false, Shift: false, Meta: false },
      },
      { frontProgramId: 'atlas-room' },
    ).state
  })
  return [`${levers.length} levers${words}`, percentile(times, 0.5), percentile(times, 0.95), percentile(times, 0.99)]
})

console.log(table(['key event to decision, ms', 'p50', 'p95', 'p99'], rows))
