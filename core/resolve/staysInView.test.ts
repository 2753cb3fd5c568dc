import { expect, test } from 'vitest'
import type { Candidate, Decision } from './schema'
import { staysInView, wasInView } from './staysInView'

const candidate = (verdict: Candidate['verdict']): Candidate => ({
  leverId: 'l',
  triggerId: 't',
  chord: 'Ctrl+Alt+A',
  verdict,
})
const decision = (part: Partial<Decision>, inView = true): Decision => ({
  kind: 'pass',
  event: { kind: 'down', code: 'Insert', atMs: 1, ...(inView ? { inView: true } : {}) },
  reason: 'no-trigger',
  candidates: [],
  ...part,
})

test('a key that no lever wants stays in the view it was pressed in, and only there', () => {
  expect(staysInView(decision({}))).toBe(true)
  expect(staysInView(decision({}, false))).toBe(false)
  expect(staysInView(decision({ candidates: [candidate('other-modifiers')] }))).toBe(true)
  expect(staysInView(decision({ event: { kind: 'blur', atMs: 1 }, reason: 'focus-lost' }))).toBe(false)
  expect(staysInView(decision({ event: { kind: 'blur', atMs: 1, inView: true }, reason: 'focus-lost' }))).toBe(true)
})

test.each(['disabled', 'frame-off', 'out-of-scope', 'program-first', 'too-late', 'tapped'] as const)(
  'what a lever has and did not take (%s) can be asked about',
  (verdict) => {
    expect(staysInView(decision({ candidates: [candidate('other-modifiers'), candidate(verdict)] }))).toBe(false)
  },
)

test.each(['pull', 'swallow', 'replace', 'wait'] as const)('what is not passed on (%s) is told', (kind) => {
  expect(staysInView(decision({ kind }))).toBe(false)
  expect(wasInView(decision({ kind }))).toBe(true)
})
