import { describe, expect, test } from 'vitest'
import { exampleLever } from './exampleLever'
import { frameSchema, namedValueSchema } from './schema'
import type { NamedValue } from './schema'
import { mapFrameTexts, tableFor, usesOf } from './values'

const bench = { folders: { in: '/in' } }
const value = (id: string, name: string, text: string, part: Partial<NamedValue> = {}): NamedValue =>
  namedValueSchema.parse({ id, name, text, frameId: null, version: 1, ...part })
const typing = (plate: number, text: string, frameId = 'desk') =>
  exampleLever(plate, { kind: 'chord', chord: 'F6' }, { frameId, steps: [typeText(text)] as never })
const typeText = (text: string) => ({ id: 's', kind: 'text.type', text, programId: '', onFailure: 'stop' })
const word = (text: string) => ({ id: 'w', kind: 'word', word: 'dd', text })
const frame = (id: string, ...rules: object[]) =>
  frameSchema.parse({ id, name: id.toUpperCase(), on: true, position: 1, rules })

describe('the values of a frame', () => {
  const values = [
    value('v1', 'target', 'the Veil'),
    value('v2', 'target', 'the Comet', { frameId: 'desk' }),
    value('v3', 'place', '${in}/${target}'),
    value('v4', 'other', 'elsewhere', { frameId: 'night' }),
  ]

  test('are its own before those of all frames, and know folders', () => {
    expect(tableFor('desk', values, bench).values).toEqual({ target: 'the Comet', place: '/in/the Comet' })
    expect(tableFor('night', values, bench).values).toMatchObject({ target: 'the Veil', other: 'elsewhere' })
    expect(tableFor(null, values, bench).values).toMatchObject({ target: 'the Veil', place: '/in/the Veil' })
    expect(Object.keys(tableFor('desk', values, bench).values)).not.toContain('other')
    expect(Object.keys(tableFor(null, values, bench).values)).not.toContain('other')
  })

  test('are what they are on this machine, where that is something else, an empty text too', () => {
    const here = (text: string | null) =>
      tableFor(null, [value('v', 'root', '/data', { here: text })], bench).values.root
    expect([here(null), here('/mnt'), here('')]).toEqual(['/data', '/mnt', ''])
    expect(tableFor(null, [value('v', 'root', '/data')], bench).values.root).toBe('/data')
  })
})

describe('what uses a value', () => {
  const target = value('v1', 'target', 'the Veil')
  const ofDesk = value('v2', 'target', 'the Comet', { frameId: 'desk' })
  const uses = (
    wanted: NamedValue,
    values: NamedValue[],
    levers = [typing(1, 'to ${target}')],
    frames = [frame('desk')],
  ) =>
    usesOf(wanted, values, levers, frames).map((use) =>
      use.kind === 'lever'
        ? `lever ${use.lever.plate}`
        : use.kind === 'value'
          ? `value ${use.value.id}`
          : `frame ${use.frame.id}`,
    )

  test('levers, other values and typed words that name it', () => {
    const values = [target, value('v3', 'plan', 'see ${target}'), value('v4', 'none', 'target')]
    const levers = [typing(1, 'to ${target}'), typing(2, 'target'), typing(3, '${targets}')]
    const frames = [frame('desk', word('${target}')), frame('night', word('target')), frame('day')]
    expect(uses(target, values, levers, frames)).toEqual(['lever 1', 'value v3', 'frame desk'])
  })

  test('a value that is another text on this machine is used by that text too', () => {
    expect(uses(target, [target, value('v3', 'plan', 'plain', { here: 'at ${target}' })], [])).toEqual(['value v3'])
    expect(uses(target, [target, value('v3', 'plan', 'plain', { here: null })], [])).toEqual([])
  })

  test('one that a frame has itself hides that of all frames there, and only there', () => {
    const levers = [typing(1, '${target}'), typing(2, '${target}', 'night')]
    expect(uses(target, [target, ofDesk], levers)).toEqual(['lever 2'])
    expect(uses(ofDesk, [target, ofDesk], levers)).toEqual(['lever 1'])
    expect(uses(target, [target], levers)).toEqual(['lever 1', 'lever 2'])
    // Another value of the frame hides nothing.
    expect(uses(target, [target, value('v5', 'guide', 'x', { frameId: 'desk' })], levers)).toEqual([
      'lever 1',
      'lever 2',
    ])
    // One of all frames that uses the name means that of all frames.
    expect(uses(ofDesk, [target, ofDesk, value('v6', 'plan', '${target}')], [])).toEqual([])
    expect(uses(target, [target, ofDesk, value('v6', 'plan', '${target}')], [])).toEqual(['value v6'])
  })

  test('it does not use itself, and a script names it as a script does', () => {
    expect(uses(value('v1', 'target', '${target}'), [value('v1', 'target', '${target}')], [])).toEqual([])
    const script = (text: string) =>
      exampleLever(
        7,
        { kind: 'chord', chord: 'F6' },
        { steps: [{ id: 's', kind: 'script.run', script: text } as never] },
      )
    expect(uses(target, [target], [script("return values['target']")])).toEqual(['lever 7'])
    expect(uses(target, [target], [script("return 'target'")])).toEqual([])
  })
})

test('the texts of a frame are those of its typed words; one of which none differs is the same', () => {
  const night = frame('night', word('${target}'), { id: 'r', kind: 'type', chord: 'AltGr+D', text: '°' })
  expect(mapFrameTexts(night, (text) => text)).toBe(night)
  const altered = mapFrameTexts(night, (text) => text.replace('target', 'goal'))
  expect(altered.rules).toMatchObject([
    { kind: 'word', text: '${goal}' },
    { kind: 'type', text: '°' },
  ])
  expect(night.rules![0]).toMatchObject({ text: '${target}' })
})
