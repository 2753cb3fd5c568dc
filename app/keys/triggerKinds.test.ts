import { describe, expect, test } from 'vitest'
import { keyRuleSchema, triggerSchema } from '~~/core/levers'
import { freshRule, ruleKinds } from './ruleKinds'
import { changeTriggerKind, freshTrigger, triggerKinds } from './triggerKinds'

describe('a trigger of another kind', () => {
  test('keeps its id, its chord where both have one, who wins and what a key means', () => {
    const chord = { ...freshTrigger('chord', 't'), chord: 'Ctrl+Alt+M', wins: 'lever' as const, match: 'key' as const }
    for (const { kind } of triggerKinds) {
      const changed = changeTriggerKind(chord as never, kind)
      expect(changed).toMatchObject({ id: 't', kind, wins: 'lever', match: 'key' })
      if ('chord' in changed) expect(changed.chord).toBe('Ctrl+Alt+M')
    }
    const sequence = changeTriggerKind({ ...freshTrigger('sequence', 't'), sequence: 'Meta+O E' } as never, 'chord')
    expect(sequence).toMatchObject({ kind: 'chord', chord: 'Meta+O' })
  })

  test('that needs no chord can be saved at once', () => {
    for (const kind of ['together', 'hold'] as const)
      expect(triggerSchema.safeParse(freshTrigger(kind, 't')).success).toBe(true)
  })
})

test('a fresh rule of each kind can be saved at once', () => {
  for (const { kind } of ruleKinds) expect(keyRuleSchema.safeParse(freshRule(kind)).error).toBeUndefined()
})
