import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { everyStep, stepSchema } from '../steps'
import type { Step } from '../steps'
import {
  applyEdit,
  duplicateRows,
  fillPlaceholders,
  findTexts,
  indentRows,
  insertSteps,
  invertEdit,
  moveRows,
  outdentRows,
  pathAt,
  pathsById,
  placeholdersOf,
  readSteps,
  removeRows,
  replaceStep,
  countTexts,
  replaceTexts,
  rowsOf,
  sentenceOfRow,
  shiftRows,
  stepAt,
  switchRows,
  withNewIds,
  wrapRows,
  writeSteps,
} from '.'
import type { SheetEdit } from '.'

let count = 0
const nextId = () => `n${++count}`
type Part = Record<string, unknown>
const step = (part: Part): Step => stepSchema.parse({ id: nextId(), ...part })
const say = (text: string, more: Part = {}): Step => step({ kind: 'message.show', text, ...more })
const group = (name: string, ...steps: Step[]): Step => step({ kind: 'group', name, steps })
const either = (yes: Step[], no: Step[]): Step =>
  step({
    kind: 'if',
    branches: [{ condition: { kind: 'program-runs', programId: 'chart' }, steps: yes }],
    otherwise: no,
  })
/** A sheet as its texts: blocks in brackets, lists of one block with a bar between. */
const told = (steps: readonly Step[]): string =>
  steps
    .map((one) => {
      if (one.kind === 'group') return `${one.name}(${told(one.steps as Step[])})`
      if (one.kind === 'if')
        return `if(${told(one.branches[0]!.steps as Step[])}|${told((one.otherwise ?? []) as Step[])})`
      const second = one.alternative ? `/${told([one.alternative as Step])}` : ''
      return `${one.kind === 'message.show' ? one.text : one.kind}${one.off ? '-' : ''}${second}`
    })
    .join(' ')

const sheet = () => [say('a'), group('g', say('b'), either([say('c')], [say('d')])), say('e')]
const make = (steps: readonly Step[], edit: SheetEdit) => told(applyEdit(steps, edit))
const made = (steps: readonly Step[], edit: { ok: boolean; value?: SheetEdit }) => {
  if (!edit.ok) throw new Error('the edit was refused')
  return make(steps, edit.value!)
}

describe('edits of a sheet', () => {
  test('put in, take out, double, switch off and wrap, in blocks too', () => {
    const steps = sheet()
    expect(told(steps)).toBe('a g(b if(c|d)) e')
    expect(make(steps, insertSteps({ list: '1.steps.1.otherwise', index: 1 }, [say('x')]))).toBe('a g(b if(c|d x)) e')
    expect(make(steps, removeRows(steps, ['1.steps.0', '0']))).toBe('g(if(c|d)) e')
    expect(make(steps, removeRows(steps, ['1', '1.steps.1.branches.0.steps.0']))).toBe('a e')
    expect(make(steps, duplicateRows(steps, ['1'], nextId))).toBe('a g(b if(c|d)) g(b if(c|d)) e')
    expect(make(steps, switchRows(steps, ['0', '1.steps.0']))).toBe('a- g(b- if(c|d)) e')
    const off = applyEdit(steps, switchRows(steps, ['0', '2']))
    expect(make(off, switchRows(off, ['0', '2']))).toBe('a g(b if(c|d)) e')
    expect(make(steps, wrapRows(steps, ['0', '2'], group('w')))).toBe('w(a e) g(b if(c|d))')
  })

  test('rows move anywhere but into themselves; the spot is named as the sheet stood before', () => {
    const steps = sheet()
    expect(made(steps, moveRows(steps, ['0'], { list: '', index: 3 }))).toBe('g(b if(c|d)) e a')
    expect(made(steps, moveRows(steps, ['0', '2'], { list: '1.steps.1.branches.0.steps', index: 1 }))).toBe(
      'g(b if(c a e|d))',
    )
    expect(made(steps, moveRows(steps, ['1.steps.1.otherwise.0', '1.steps.0'], { list: '', index: 0 }))).toBe(
      'b d a g(if(c|)) e',
    )
    expect(made(steps, moveRows(steps, ['0'], { list: '', index: 1 }))).toBe('a g(b if(c|d)) e')
    expect(moveRows(steps, ['1'], { list: '1.steps', index: 0 })).toMatchObject({
      ok: false,
      issues: [{ code: 'into-itself' }],
    })
  })

  test('up, down, into the block before and out of a block', () => {
    const steps = sheet()
    expect(made(steps, shiftRows(steps, ['2'], -1))).toBe('a e g(b if(c|d))')
    expect(made(steps, shiftRows(steps, ['0'], -1))).toBe('a g(b if(c|d)) e')
    expect(made(steps, indentRows(steps, ['2']))).toBe('a g(b if(c|d) e)')
    expect(indentRows(steps, ['1'])).toMatchObject({ ok: false, issues: [{ code: 'no-block-before' }] })
    expect(made(steps, outdentRows(steps, ['1.steps.1.otherwise.0']))).toBe('a g(b if(c|) d) e')
    expect(outdentRows(steps, ['0'])).toMatchObject({ ok: false, issues: [{ code: 'not-in-a-block' }] })
  })

  test('a second way is a row that goes and comes with its step', () => {
    const steps = [say('a', { alternative: { id: 'second', kind: 'message.show', text: 'b' } })]
    expect(told(steps)).toBe('a/b')
    expect(make(steps, removeRows(steps, ['0.alternative']))).toBe('a')
    expect(make(steps, replaceStep(steps, '0.alternative', say('c')))).toBe('a/c')
    expect(rowsOf(steps).map(({ kind, depth }) => [kind, depth])).toEqual([
      ['step', 0],
      ['head', 0],
      ['step', 1],
    ])
  })

  const drawn: fc.Arbitrary<Step[]> = fc.letrec<{ list: Step[]; step: Step }>((tie) => ({
    list: fc.array(tie('step'), { maxLength: 3 }),
    step: fc.oneof(
      { depthSize: 'small', maxDepth: 3, withCrossShrink: true },
      fc.constantFrom('a', 'b', 'c').map((text) => say(text)),
      tie('list').map((steps) => group('g', ...steps.map((one) => withNewIds(one, nextId)))),
      fc.tuple(tie('list'), tie('list')).map(([yes, no]) =>
        either(
          yes.map((one) => withNewIds(one, nextId)),
          no.map((one) => withNewIds(one, nextId)),
        ),
      ),
    ),
  })).list
  const idsOf = (steps: readonly Step[]) => [...everyStep(steps)].map(({ step: { id } }) => id).sort()

  test('any edit is taken back to the very same sheet, and moving loses and doubles nothing', () => {
    fc.assert(
      fc.property(
        drawn,
        fc.array(fc.nat(), { minLength: 1, maxLength: 4 }),
        fc.nat(),
        fc.nat(7),
        (steps, picks, to, act) => {
          const paths = [...pathsById(steps).values()]
          fc.pre(paths.length > 0)
          const rows = picks.map((pick) => paths[pick % paths.length]!)
          const lists = ['', ...rowsOf(steps).flatMap((row) => (row.kind === 'empty' ? [row.list] : []))]
          const list = lists[to % lists.length]!
          const planned = [
            () => moveRows(steps, rows, { list, index: 0 }),
            () => shiftRows(steps, rows, 1),
            () => shiftRows(steps, rows, -1),
            () => indentRows(steps, rows),
            () => outdentRows(steps, rows),
            () => ({ ok: true as const, value: removeRows(steps, rows) }),
            () => ({ ok: true as const, value: wrapRows(steps, rows, group('w')) }),
            () => ({ ok: true as const, value: switchRows(steps, rows) }),
          ][act]!()
          if (!planned.ok) return
          const after = applyEdit(steps, planned.value)
          expect(applyEdit(after, invertEdit(steps, planned.value))).toEqual(steps)
          if (act < 5) expect(idsOf(after)).toEqual(idsOf(steps))
        },
      ),
      { numRuns: 300 },
    )
  })

  test('rows name their steps, and every step has one row as long as nothing is folded', () => {
    fc.assert(
      fc.property(drawn, (steps) => {
        const rows = rowsOf(steps)
        const found = rows.flatMap((row) => (row.kind === 'step' ? [row] : []))
        expect(found.map(({ key }) => key).sort()).toEqual(idsOf(steps))
        for (const { path, step: one } of found) expect(stepAt(steps, path)).toBe(one)
        expect(found.map(({ number }) => number)).toEqual(found.map((_, i) => i + 1))
        const folded = rowsOf(steps, new Set(idsOf(steps)))
        expect(folded.every(({ depth }) => depth === 0)).toBe(true)
        expect(folded).toHaveLength(steps.length)
      }),
      { numRuns: 100 },
    )
  })
})

describe('steps as text', () => {
  test('come back with ids of their own, the same otherwise', () => {
    const steps = sheet()
    const read = readSteps(writeSteps(steps), nextId)
    if (!read.ok) throw new Error('refused')
    expect(told(read.value)).toBe(told(steps))
    const before = new Set([...everyStep(steps)].map(({ step: { id } }) => id))
    expect([...everyStep(read.value)].filter(({ step: { id } }) => before.has(id))).toEqual([])
  })

  test('what is no text with steps, or holds what is none, or goes too deep, is refused with a sentence', () => {
    const code = (text: string) => {
      const read = readSteps(text, nextId)
      return read.ok ? 'ok' : read.issues[0]!.code
    }
    const wrap = (steps: unknown) => JSON.stringify({ keenLever: 'steps', version: 1, steps })
    expect(code('')).toBe('no-steps')
    expect(code('{"steps": [')).toBe('no-steps')
    expect(code('[1, 2]')).toBe('no-steps')
    expect(code(wrap([]))).toBe('no-steps')
    expect(code(wrap([{ kind: 'nonsense', id: 'a' }]))).toBe('step-refused')
    expect(code(wrap([{ kind: 'message.show', id: 'a', text: '' }]))).toBe('step-refused')
    let deep: unknown = { kind: 'message.show', id: 'a', text: 'x' }
    for (let i = 0; i < 200; i++) deep = { kind: 'group', id: `g${i}`, name: 'g', steps: [deep] }
    expect(code(wrap([deep]))).toBe('too-deep')
    expect(code('['.repeat(100_000))).toBe('too-deep')
  })
})

test('texts are found and replaced, letters with a meaning in patterns among them', () => {
  const steps = [say('Move (all) of $1'), group('g', say('move (ALL)')), step({ kind: 'wait', ms: 5 })]
  expect(findTexts(steps, { find: '(all)' }).map(({ path }) => path)).toEqual(['0.text', '1.steps.0.text'])
  expect(findTexts(steps, { find: '(all)', isExact: true })).toHaveLength(1)
  expect(told(replaceTexts(steps, { find: '(all)' }, '$& none'))).toBe('Move $& none of $1 g(move $& none) wait')
  expect(replaceTexts(steps, { find: 'nowhere' }, 'x')).toBe(steps)
  expect(countTexts(steps, { find: '(ALL)' })).toBe(2)
  expect(countTexts(steps, { find: '(ALL)', isExact: true })).toBe(1)
})

test('names of a kit that nothing gives are asked for, and filled with texts as they are', () => {
  const steps = [
    step({ kind: 'value.set', as: 'mine', from: { kind: 'text', text: '${folder}' } }),
    step({
      kind: 'each',
      source: { kind: 'files', folder: '${folder}' },
      as: 'file',
      steps: [say('${file.name} ${mine} ${line}')],
    }),
  ]
  expect(placeholdersOf(steps, (name) => name === 'known')).toEqual(['folder', 'line'])
  const filled = fillPlaceholders(steps, { folder: '/a ${b}', line: 'x' })
  expect(placeholdersOf(filled, () => false)).toEqual([])
  expect(JSON.stringify(filled)).toContain('/a $${b}')
})

test('the head of each list of a block is a row with its words', () => {
  const steps = [either([say('a')], [])]
  const names = { programs: {}, devices: {} }
  const texts = rowsOf(steps).map((row) =>
    sentenceOfRow(row, names)
      .map((part) => (typeof part === 'string' ? part : part.text))
      .join(''),
  )
  expect(texts).toEqual(['If the missing program “chart” runs', 'Shows the message “a”.', 'Else', 'Nothing yet'])
  expect(pathAt({ list: '', index: 2 })).toBe('2')
})
