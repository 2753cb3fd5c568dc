import { describe, expect, test } from 'vitest'
import { LONGEST_SEQUENCE, parseChord } from '../keys'
import { keySettingsSchema } from '../levers'
import { valueOf } from '../result'
import { keyChords } from './keyChords'

const chordsOn = (settings: object = {}) => keyChords(keySettingsSchema.parse(settings))
const idsOf = (text: string) =>
  chordsOn()
    .readAll(text)
    ?.map(({ text: each }) => each)
const flaws = (text: string, settings: object = {}) =>
  chordsOn(settings)
    .read(text)!
    .flaws.map(({ kind }) => kind)

describe('chords of an analysis', () => {
  test('are one and the same however they are written', () => {
    const chords = chordsOn()
    const one = chords.read('Ctrl+Alt+M')
    expect(one).toBeDefined()
    expect(chords.read('alt+ctrl+m')).toBe(one)
    expect(chords.of(valueOf(parseChord('Ctrl+Alt+M')))).toBe(one)
    expect(chords.read('Ctrl+M')).not.toBe(one)
    expect(chords.read('nothing of the kind')).toBeUndefined()
  })

  test('of a sequence come in order, up to the longest there is', () => {
    expect(idsOf('Ctrl+K C')).toEqual(['Ctrl+K', 'C'])
    expect(idsOf('Ctrl+K  C')).toEqual(['Ctrl+K', 'C'])
    expect(idsOf('Ctrl+K nonsense-key')).toBeUndefined()
    expect(idsOf('')).toBeUndefined()
    const keys = ['A', 'B', 'C', 'D', 'E', 'F']
    expect(idsOf(keys.slice(0, LONGEST_SEQUENCE).join(' '))).toEqual(keys.slice(0, LONGEST_SEQUENCE))
    expect(idsOf(keys.slice(0, LONGEST_SEQUENCE + 1).join(' '))).toBeUndefined()
  })

  test('that type a sign with AltGr say so, which takes both Ctrl and Alt', () => {
    expect(flaws('Ctrl+Alt+Q', { legends: 'de' })).toEqual(['altgr'])
    expect([flaws('Ctrl+Q', { legends: 'de' }), flaws('Alt+Q', { legends: 'de' })]).toEqual([[], []])
    expect(flaws('Ctrl+Alt+Q', { legends: 'us' })).toEqual([])
  })

  test('on a key that the keyboard lacks cannot be pressed; mice and media keys are on none', () => {
    const compact = chordsOn({ keyboard: 'ansi-60' })
    const [flaw] = compact.read('F6')!.flaws
    expect(flaw).toMatchObject({ kind: 'no-key', severity: 'lost', owner: { kind: 'keyboard', id: 'ansi-60' } })
    expect(['MouseMiddle', 'WheelUp', 'AudioVolumeUp', 'MediaPlayPause', 'ControlLeft'].map(compact.flawOfKey)).toEqual(
      Array(5).fill(undefined),
    )
  })
})
