import { expect, test } from 'vitest'
import { programs } from '~~/demo'
import { readEffect, verbKinds, writeEffect } from './verbDraft'

test('what the programs of the demo are told is read as it is written', () => {
  const effects = programs.flatMap(({ verbs = [] }) => verbs.map(({ effect }) => effect))
  for (const effect of effects) expect(readEffect(effect.kind, writeEffect(effect), effect)).toEqual(effect)
  const kinds = new Set(verbKinds.map(({ value }) => value))
  for (const { kind } of effects) expect(kinds).toContain(kind)
})

test('a line that is not whole yet says what it can', () => {
  expect([readEffect('view', 'grid'), readEffect('view', 'grid: on'), readEffect('device', 'dome')]).toEqual([
    { kind: 'view', view: 'grid', values: [] },
    { kind: 'view', view: 'grid', values: ['on'] },
    { kind: 'device', deviceId: '', controlId: 'dome' },
  ])
})
