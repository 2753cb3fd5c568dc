import { describe, expect, test } from 'vitest'
import { SLOT_KINDS } from '../../core/phrases'
import type { SlotKind } from '../../core/phrases'
import { STEP_KINDS } from '../../core/steps'
import type { Step } from '../../core/steps'
import { stepsFromWords, wordsFromSteps } from '../../core/words'
import { frames, levers, workstation } from '..'
import { heldBack, judge, known } from '.'
import { inFull } from './meant'

const names = { bench: workstation, frames, levers }
const share = (part: number, of: number) => part / Math.max(1, of)

describe('sentences of the watch', () => {
  test('nine in ten are read right, of those that were held back three in four', () => {
    expect(known.length + heldBack.length).toBeGreaterThanOrEqual(150)
    expect(heldBack.length * 3).toBeGreaterThanOrEqual(known.length + heldBack.length - 3)
    const wrong = judge(known, names).filter(({ isRight }) => !isRight)
    expect(wrong.map(({ say }) => say)).toEqual([])
    const held = judge(heldBack, names)
    expect(share(held.filter(({ isRight }) => isRight).length, held.length)).toBeGreaterThan(0.75)
  })

  test('what is read without a doubt is right', () => {
    const all = judge([...known, ...heldBack], names)
    const sure = all.filter(({ isSure }) => isSure)
    expect(share(sure.length, all.length)).toBeGreaterThan(0.85)
    expect(share(sure.filter(({ isRight }) => isRight).length, sure.length)).toBeGreaterThan(0.98)
  })

  test('steps that are meant are read out and read again', () => {
    for (const { say, steps } of [...known, ...heldBack]) {
      const sheet = inFull(steps)
      const text = wordsFromSteps(sheet, names)
      expect(text, say).not.toContain('as it is')
      expect(
        plain(stepsFromWords(text, names).steps),
        `${say}
${text}`,
      ).toEqual(plain(sheet))
    }
  })

  test('every lever of the demo is read out and read again', () => {
    for (const { name, steps } of levers) {
      const text = wordsFromSteps(steps, names)
      const again = stepsFromWords(text, names, { before: steps })
      expect(plain(again.steps), `${name}\n${text}`).toEqual(plain(steps))
    }
  })
})

const plain = (steps: readonly Step[]): unknown =>
  JSON.parse(JSON.stringify(steps), (key, value) => (key === 'id' ? undefined : (value as unknown)))

/** Something for each kind of slot, in the words that somebody would use. */
const SAID: Record<SlotKind, string> = {
  area: 'left half',
  chords: 'Ctrl+S',
  condition: 'Atlas Room runs',
  control: 'brightness of Left display',
  desktop: 'desktop 2',
  device: 'Finder camera',
  display: 'Right display',
  duration: '5 min',
  files: 'everything in downloads',
  folder: 'captures',
  frame: 'Outreach',
  less: '5',
  level: 'output of Dew heater',
  lever: '“Good morning”',
  lit: 'Left display',
  loud: 'Desk speakers',
  more: '5',
  mutable: 'Intercom microphone',
  name: 'target',
  newFolder: '${captures}/tonight',
  number: '20',
  path: '${logs}/tonight.log',
  pattern: 'exposure',
  place: '“Mast wind”',
  playlist: 'Slow dome',
  program: 'Atlas Room',
  setting: 'plan to Mains',
  several: 'everything but Dome Desk',
  shown: 'the windows of Atlas Room',
  switch: 'power of Dew heater',
  text: '“Clear sky”',
  time: '18:00',
  times: '3',
  told: 'Dome Desk to “Park the dome”',
  value: '${target}',
  verb: 'park the dome',
  watched: 'power of Dew heater',
  which: 'Atlas Room and Dome Desk',
  windows: 'the window in front',
}

describe('phrases', () => {
  const ways = STEP_KINDS.flatMap(({ kind, phrases }) =>
    phrases.filter(({ isTypedOnly }) => !isTypedOnly).map((phrase) => ({ kind, phrase, text: spoken(phrase.say) })),
  )

  test('every slot is said somewhere', () => {
    const used = ways.flatMap(({ phrase }) => [...phrase.say.matchAll(/\{(?:\w+:)?(\w+)\}/g)].map(([, slot]) => slot))
    const inConditions = ['time', 'value', 'watched', 'device', 'path', 'condition']
    for (const kind of SLOT_KINDS) expect([...used, ...inConditions]).toContain(kind)
  })

  test.each(ways)('$text', ({ kind, phrase, text }) => {
    const said = phrase.body === undefined ? text : `${text}: stop`
    const { steps, uses } = stepsFromWords(said, names)
    expect(steps.map((step) => step.kind)).toEqual([kind])
    expect(uses.filter((use) => use.kind === 'unused')).toEqual([])
  })

  function spoken(say: string): string {
    return say
      .split(' ')
      .filter((part) => !part.startsWith('('))
      .map((part) => {
        const slot = /^\{(?:\w+:)?(\w+)\}$/.exec(part)?.[1]
        return slot === undefined ? part.replace(/[[\]]/g, '').split('|')[0]! : SAID[slot as SlotKind]
      })
      .join(' ')
  }
})
