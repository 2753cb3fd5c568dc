import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { expandVariables } from '../command'
import { valueOf } from '../result'
import { mapTexts, stepSchema } from '../steps'
import type { Step } from '../steps'
import { findRepeats, PAUSE_MS, shapeOf, withoutContents } from '.'
import type { NoticedAct, Repeat } from '.'
import { generalise } from './generalise'
import { withValueAsText } from './tokens'

const step = (part: Record<string, unknown>) => stepSchema.parse({ id: 'act', ...part })
const open = (programId: string, ...args: string[]) => step({ kind: 'program.open', programId, args })
const raise = (programId: string) => step({ kind: 'program.raise', programId })
const show = (text: string) => step({ kind: 'message.show', text })
const set = (controlId: string, value: unknown) =>
  step({
    kind: 'device.control',
    target: { kind: 'devices', deviceIds: ['mic'] },
    controlId,
    to: { kind: 'set', value },
  })
const acts = (steps: readonly Step[], everyMs = 1000): NoticedAct[] =>
  steps.map((one, i) => ({ step: one, atMs: i * everyMs, programId: 'book' }))
const sentences = ({ steps }: Repeat) => steps.map((one) => JSON.stringify({ ...one, id: '' }))

describe('what repeats', () => {
  test('is a sequence that was done several times, with what differs as an input', () => {
    const night = (name: string) => [open('dome'), open('chart', `/l/${name}.log`), show(`Tonight: ${name}`)]
    const [found, ...more] = findRepeats(
      acts([...night('veil'), raise('book'), ...night('comet'), raise('web'), ...night('halo')]),
    )
    expect(more).toEqual([])
    expect(found).toMatchObject({ count: 3, interrupted: 0, programId: 'book', firstAtMs: 0, lastAtMs: 10_000 })
    expect(found!.steps.map(({ id, kind }) => [id, kind])).toEqual([
      ['s1', 'program.open'],
      ['s2', 'program.open'],
      ['s3', 'message.show'],
    ])
    // The same differs in both: one input.
    expect(found!.steps[1]).toMatchObject({ args: ['/l/${file}.log'] })
    expect(found!.steps[2]).toMatchObject({ text: 'Tonight: ${file}' })
    expect(found!.inputs).toEqual([{ name: 'file', examples: ['halo', 'comet', 'veil'] }])
  })

  test('is not what was done twice, and nothing of an act alone that is no work', () => {
    expect(findRepeats(acts([open('dome'), open('chart'), raise('book'), open('dome'), open('chart')]))).toEqual([])
    const often = acts([raise('book'), show('a'), raise('book'), show('b'), raise('web'), raise('book')])
    expect(findRepeats(often, { pullCost: 2 })).toEqual([])
  })

  test('goes over no long pause', () => {
    const pair = [open('dome'), open('chart')]
    const times = [0, 1, PAUSE_MS + 2, PAUSE_MS + 3, 3 * PAUSE_MS, 5 * PAUSE_MS]
    const all = [...pair, ...pair, ...pair].map((one, i) => ({ step: one, atMs: times[i]! }))
    // The third pair is torn apart: of that only the acts themselves are left.
    expect(findRepeats(all).map(({ steps, count }) => [steps.length, count])).toEqual([
      [1, 3],
      [1, 3],
    ])
    const together = [...pair, ...pair, ...pair].map((one, i) => ({ step: one, atMs: i }))
    expect(findRepeats(together).map(({ steps, count }) => [steps.length, count])).toEqual([[2, 3]])
  })

  test('is also where something else was done in between, once', () => {
    const three = [open('dome'), open('chart'), open('web')]
    const broken = [open('dome'), raise('book'), open('chart'), open('web')]
    const twice = [open('dome'), raise('book'), raise('book'), open('chart'), open('web')]
    const all = [three, broken, three, twice, three, three].flatMap((steps, i) =>
      steps.map((one, j) => ({ step: one, atMs: i * 2 * PAUSE_MS + j })),
    )
    const [found] = findRepeats(all)
    expect(found).toMatchObject({ count: 5, interrupted: 1 })
  })

  test('has the same id as long as its shapes are the same', () => {
    const of = (name: string, times: number) =>
      findRepeats(
        acts(Array.from({ length: times }, (_, i) => [open('dome', `${name}${i}`), raise('book')]).flat()),
      )[0]!
    expect(of('a', 3).id).toBe(of('b', 9).id)
    expect(of('a', 3).id).toMatch(/^[0-9a-f]{16}$/)
  })

  test('takes what a control was set to for an input where it differs, and for what it was where it does not', () => {
    const night = (gain: number, mode: string) => [
      open('dome'),
      set('gain', gain),
      set('mode', mode),
      set('power', true),
    ]
    const differing = findRepeats(acts([...night(30, 'near'), ...night(-4.5, 'near'), ...night(35, 'near')]))
    expect(differing).toHaveLength(1)
    const [{ steps, inputs, count }] = differing as [Repeat]
    expect(count).toBe(3)
    expect(steps.map((one) => (one as { to?: unknown }).to)).toEqual([
      undefined,
      { kind: 'said', text: '${value}' },
      { kind: 'set', value: 'near' },
      { kind: 'set', value: true },
    ])
    // A part of a number says nothing.
    expect(inputs).toEqual([{ name: 'value', isNumber: true, examples: ['35', '-4.5', '30'] }])

    const [chosen] = findRepeats(acts([...night(30, 'near'), ...night(30, 'far'), ...night(30, 'far')]))
    expect(chosen!.inputs).toEqual([{ name: 'value', examples: ['far', 'near'] }])
    // On and off are two acts.
    const power = [true, false, true, false, true, false].map((on) => set('power', on))
    expect(findRepeats(acts(power)).map(({ steps: all, inputs: none }) => [all.length, none])).toEqual([[2, []]])
  })

  test('keeps nothing of what was written', () => {
    const typed = (text: string) => withoutContents(step({ kind: 'text.type', text, programId: '' }))
    const all = ['dear a', 'dear b', 'dear c'].flatMap((text) => [raise('book'), typed(text)])
    const [found] = findRepeats(acts(all))
    expect(JSON.stringify(found)).not.toContain('dear')
    expect(found!.steps[1]).toMatchObject({ kind: 'text.type', text: '${text}' })
    expect(found!.inputs).toEqual([{ name: 'text', examples: [] }])
    expect(withoutContents(raise('book'))).toEqual(raise('book'))
    expect(withoutContents(step({ kind: 'clipboard.use', act: 'put', programId: '', text: 'secret' }))).toMatchObject({
      text: '${text}',
    })
  })
})

describe('what differs', () => {
  const inputsOf = (...args: string[]) => {
    const { steps, inputs } = generalise(args.map((arg) => [open('chart', arg)]))
    return [(steps[0] as { args: string[] }).args[0], inputs[0]?.examples]
  }
  test('is cut at joints only', () => {
    expect(inputsOf('/l/veil-0001.exposure', '/l/veil-0002.exposure')).toEqual([
      '/l/veil-${file}.exposure',
      ['0002', '0001'],
    ])
    expect(inputsOf('--night=25', '--night=26')).toEqual(['--night=${text}', ['26', '25']])
    expect(inputsOf('north', 'northern')).toEqual(['${text}', ['northern', 'north']])
    expect(inputsOf('/a/x', '/b/y')).toEqual(['/${file}', ['b/y', 'a/x']])
    // One is the beginning of the other: nothing is cut twice.
    expect(inputsOf('a b', 'a b b')).toEqual(['a ${text}', ['b b', 'b']])
    expect(inputsOf('', 'a')).toEqual(['${text}', ['a', '']])
  })

  test('is taken whole where a value stands in it', () => {
    expect(inputsOf('x $${a} y', 'x $${b} y')).toEqual(['${text}', ['x $${b} y', 'x $${a} y']])
  })

  const texts = fc.constantFrom('/l/a.log', '/l/b.log', 'a', 'b', '--x=a', '--x=b', '', 'a b')
  const levels = fc.constantFrom(0, 30, -4.5, 35.25, 'near', 'far $')
  test('put in again gives what was done the last time', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(texts, texts, texts, levels), { minLength: 1, maxLength: 6 }), (times) => {
        const all = times.map(([a, b, c, d]) => [open('chart', a, b), show(`x ${c}`), open('dome', c), set('gain', d)])
        const { steps, inputs } = generalise(all)
        const values = Object.fromEntries(inputs.map(({ name, examples }) => [name, examples[0]!]))
        const put = steps.map((one) => mapTexts(one, (text) => valueOf(expandVariables(text, values))))
        const asDone = put.map((one) => withValueAsText({ ...one, id: 'act' } as Step))
        expect(asDone).toEqual(all.at(-1)!.map(withValueAsText))
      }),
    )
  })
})

const isOverAndOver = (shapes: readonly string[]) =>
  shapes.some(
    (_shape, period) =>
      period > 0 && shapes.length % period === 0 && shapes.every((shape, i) => shape === shapes[i % period]),
  )

describe('laws, over any acts', () => {
  const alphabet = [open('dome'), open('chart', '/a'), open('chart', '/b'), raise('book'), show('x')]
  const drawn = fc.array(fc.nat(alphabet.length - 1), { maxLength: 40 })
  const least = 2

  test('the first that is found spares the most of all that there are', () => {
    fc.assert(
      fc.property(drawn, (numbers) => {
        const all = acts(numbers.map((n) => alphabet[n]!))
        const shapes = all.map(({ step: one }) => shapeOf(one))
        let best = 0
        for (let length = 1; length <= 12; length++)
          for (let start = 0; start + length <= shapes.length; start++) {
            const wanted = shapes.slice(start, start + length).join()
            if (isOverAndOver(shapes.slice(start, start + length))) continue
            let count = 0
            for (let at = 0; at + length <= shapes.length; at++)
              if (shapes.slice(at, at + length).join() === wanted) {
                count += 1
                at += length - 1
              }
            if (count >= least) best = Math.max(best, count * (length - 0.5))
          }
        const [first] = findRepeats(all, { leastCount: least })
        expect(first ? (first.count - first.interrupted) * (first.steps.length - 0.5) : 0).toBe(best)
      }),
      { numRuns: 300 },
    )
  })

  test('no act counts twice, and none is made up', () => {
    fc.assert(
      fc.property(drawn, (numbers) => {
        const all = acts(numbers.map((n) => alphabet[n]!))
        const repeats = findRepeats(all, { leastCount: least })
        const spent = repeats.reduce((sum, { steps, count }) => sum + steps.length * count, 0)
        expect(spent).toBeLessThanOrEqual(all.length)
        for (const { count, steps } of repeats) {
          expect(count).toBeGreaterThanOrEqual(least)
          for (const one of steps) {
            const shape = shapeOf({ ...one, id: '' } as Step)
            expect(all.filter(({ step: act }) => shapeOf(act) === shape).length).toBeGreaterThanOrEqual(count)
          }
        }
        expect(new Set(repeats.map(({ id }) => id)).size).toBe(repeats.length)
        expect(findRepeats(all, { leastCount: least })).toEqual(repeats)
        expect(new Set(repeats.map((one) => sentences(one).join())).size).toBe(repeats.length)
      }),
      { numRuns: 300 },
    )
  })

  test('what was done again and again is found among whatever else was done', () => {
    const noise = fc.array(fc.nat(2), { maxLength: 6 })
    fc.assert(
      fc.property(fc.array(noise, { minLength: 3, maxLength: 8 }), (between) => {
        const other = [raise('book'), show('x'), raise('web')]
        const planted = [open('dome'), open('chart', '/a'), open('plate')]
        const all = between.flatMap((numbers) => [...numbers.map((n) => other[n]!), ...planted])
        const found = findRepeats(acts(all))
        const whole = found.find(({ steps }) => planted.every((one) => steps.some((s) => shapeOf(s) === shapeOf(one))))
        expect(whole?.count).toBeGreaterThanOrEqual(3)
      }),
    )
  })
})
