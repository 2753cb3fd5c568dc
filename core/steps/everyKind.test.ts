import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { applyChanges } from '../bench'
import { exampleDesk } from '../bench/exampleBench'
import { markedFields } from '../fields'
import { valueOf } from '../result'
import { drawnActs, drawnBlocks } from '../run/exampleActs'
import type { DrawnStep } from '../run/exampleActs'
import { evaluateSum } from '../sums'
import {
  areAboutDevices,
  causesOf,
  definitionOf,
  describeStep,
  devicesMeant,
  lampOfStep,
  lintStep,
  mapTexts,
  NATURES,
  performStep,
  STEP_KINDS,
  stepLeadsTo,
  stepSchema,
  textsOf,
  withValueRenamed,
} from '.'
import type { Step, StepContext } from '.'

/** What every kind of step keeps, on a desk where some of what is drawn is there and some is not. */

const desk = exampleDesk()
const table = { values: { night: '/l/a', v: '3' }, broken: {} }
const note: DrawnStep = { kind: 'note', text: 'Only read.' }
const drawn: Readonly<Record<string, fc.Arbitrary<DrawnStep>>> = {
  ...drawnActs,
  ...drawnBlocks(fc.constant([{ id: 'inside', ...note }])),
}
const anyStep = fc
  .oneof(...Object.values(drawn))
  .map((part) => stepSchema.parse({ id: 's', onFailure: 'stop', ...part }) as Step)
const anyAct = fc
  .oneof(...Object.values(drawnActs))
  .map((part) => stepSchema.parse({ id: 's', onFailure: 'stop', ...part }) as Step)

function context(): StepContext {
  let count = 0
  return {
    nowMs: 1000,
    nextId: () => `n-${++count}`,
    values: table,
    scope: { v: '3', w: ['calm', 'open', 'calm'] },
    sum: evaluateSum,
    leversOf: () => [{ id: 'sub', name: 'Sub', plate: 8, aliases: ['s'], enabled: true }],
    isRehearsal: true,
  }
}

test('a step of every kind is drawn', () => {
  expect(STEP_KINDS.flatMap(({ kind }) => (Object.hasOwn(drawn, kind) ? [] : [kind]))).toEqual([])
})

test('what is fresh of a kind can be written down but for what must be chosen, and says so at its own fields', () => {
  for (const { kind, label, help, nature, fresh } of STEP_KINDS) {
    const made = fresh('s') as Step
    const read = stepSchema.safeParse(made)
    const wrong = read.success ? [] : read.error.issues.map(({ path }) => String(path[0]))
    expect([kind, wrong.filter((field) => !Object.hasOwn(stepFields(made), field))]).toEqual([kind, []])
    expect([kind, label.length > 0, help.endsWith('.'), NATURES.includes(nature)]).toEqual([kind, true, true, true])
  }
})

describe('a step', () => {
  test('does the same for the same bench, leaves it as it is, and its changes fit it', () => {
    fc.assert(
      fc.property(anyAct, (step) => {
        const before = JSON.stringify(desk)
        const effect = performStep(step, desk, context())
        expect(performStep(step, desk, context())).toEqual(effect)
        expect(JSON.stringify(desk)).toBe(before)
        if ('changes' in effect && effect.changes) valueOf(applyChanges(desk, effect.changes))
        if (effect.kind === 'failed') expect(effect.issue.message).toMatch(/[.?!”]$/)
        if (effect.kind === 'done' && effect.note !== '') expect(effect.note).toMatch(/[.?!”]$/)
      }),
      { numRuns: 1500 },
    )
  })

  test('that uses a value nobody has does nothing, and says which at the text it stands in', () => {
    fc.assert(
      fc.property(anyStep, fc.nat(), (step, at) => {
        const texts = textsOf(step).filter(({ path }) => !path.startsWith('steps.') && !path.includes('.steps.'))
        fc.pre(texts.length > 0)
        const { path } = texts[at % texts.length]!
        let seen = -1
        const marked = textsOf(step)
        const altered = mapTexts(step, (text) => {
          seen += 1
          return marked[seen]!.path === path ? `${text}\${nowhere}` : text
        })
        const findings = lintStep(
          altered,
          desk,
          table,
          new Map([
            ['v', 'any'],
            ['w', 'any'],
          ]),
        )
        expect(findings.map(({ code, at: where }) => [code, where])).toContainEqual(['variable-unknown', path])
      }),
      { numRuns: 1000 },
    )
  })

  test('finds what will not go as meant at fields it has, and what a mend puts right is found no more', () => {
    fc.assert(
      fc.property(anyStep, (step) => {
        const findings = lintStep(step, desk, table)
        for (const { at, code, message, mend } of findings) {
          expect(message).toMatch(/[.?!”]$/)
          expect([code, at, isField(step, at)]).toEqual([code, at, true])
          if (!mend) continue
          const mended = stepSchema.parse(mend.step)
          const left = lintStep(mended as Step, desk, table)
          expect(left.map((one) => [one.code, one.at, one.message])).not.toContainEqual([code, at, message])
        }
      }),
      { numRuns: 1500 },
    )
  })

  test('is told about without knowing its kind: what it is about, what it may cause, where it leads', () => {
    fc.assert(
      fc.property(anyStep, (step) => {
        const known = new Set(Object.keys(desk.devices))
        expect(devicesMeant(step, desk).filter((id) => !known.has(id))).toEqual([])
        if (devicesMeant(step, desk).length > 0) expect(areAboutDevices([step])).toBe(true)
        const lamp = lampOfStep(step, desk)
        if (lamp) expect(Object.keys(desk.devices[lamp.deviceId]!.controls)).toContain(lamp.controlId)
        expect(['string', 'undefined']).toContain(typeof stepLeadsTo(step, desk))
        for (const cause of causesOf(step, desk)) expect(cause.kind).not.toBe('')
        expect(describeStep(step, desk)).not.toMatch(/undefined|NaN|\[object/)
      }),
      { numRuns: 1000 },
    )
  })

  test('gets another name for a value and back again, and is the same where it does not use it', () => {
    fc.assert(
      fc.property(anyStep, (step) => {
        expect(withValueRenamed(step, 'nowhere', 'elsewhere')).toBe(step)
        const renamed = withValueRenamed(step, 'night', 'evening')
        expect(withValueRenamed(renamed, 'evening', 'night')).toEqual(step)
        expect(textsOf(renamed).filter(({ text }) => text.includes('${night}'))).toEqual([])
      }),
      { numRuns: 500 },
    )
  })
})

/** Whether a dotted path leads to something in a step, or to a field of its own that is not filled in. */
function isField(step: Step, at: string): boolean {
  if (at === '' || Object.hasOwn(stepFields(step), at)) return true
  let part: unknown = step
  for (const key of at.split('.')) {
    if (typeof part !== 'object' || part === null || !Object.hasOwn(part, key)) return false
    part = (part as Record<string, unknown>)[key]
  }
  return true
}

/** The fields that a step of its kind can have. */
function stepFields(step: Step): Record<string, unknown> {
  const definition = definitionOf(step)
  const fields = definition.role === 'act' ? definition.fields : definition.fields(z.array(z.any()))
  return {
    ...fields,
    ...Object.fromEntries(markedFields(stepSchema, step).map(({ path }) => [path.split('.')[0]!, true])),
  }
}
