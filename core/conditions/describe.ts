import { valueInWords } from '../bench'
import type { BenchState, Control, ControlValue } from '../bench'
import { countOf } from '../names'
import { assertNever, own } from '../result'
import { choicePart, partOf, plainSentence, say, switchPart } from '../sentence'
import type { Sentence, SentencePart } from '../sentence'
import { shortened, testKindWords } from './onValue'
import type { Condition, FileTest } from './schema'

type Known = Pick<BenchState, 'programs' | 'devices'>

/**
 * A condition as part of a sentence: `while Dome Desk runs and Caps Lock of the keyboard is on`, without the `while`.
 */
export function describeCondition(condition: Condition, bench: Known): string {
  return plainSentence(conditionParts('', condition, bench))
}

/** The same with parts that can be chosen in place; `at` is where the condition stands in what holds it. */
export function conditionParts(at: string, condition: Condition, bench: Known): Sentence {
  const to = (field: string) => (at === '' ? field : `${at}.${field}`)
  const program = (id: string) =>
    partOf(to('programId'), own(bench.programs, id)?.name ?? `the missing program “${id}”`, 'program')
  const device = (id: string) =>
    partOf(to('deviceId'), own(bench.devices, id)?.name ?? `the missing device “${id}”`, 'device')
  const text = (shown: string) => partOf(to('text'), shown === '' ? '…' : shortened(shown), 'text')
  switch (condition.kind) {
    case 'program-runs':
      return say`${program(condition.programId)} runs`
    case 'program-front':
      return say`${program(condition.programId)} is in front`
    case 'device-present':
      return say`${device(condition.deviceId)} is plugged in`
    case 'control-is': {
      const control = own(own(bench.devices, condition.deviceId)?.controls ?? {}, condition.controlId)
      const value = controlValuePart(to('value'), control, condition.value)
      return say`${control?.name ?? condition.controlId} of ${device(condition.deviceId)} is ${value}`
    }
    case 'lamp-is':
      return say`the lamp ${lampName(condition, bench)} is ${choicePart(to('state'), condition.state, lampStates)}`
    case 'time-of-day':
      return [`it is between ${clockTime(condition.fromMinute)} and ${clockTime(condition.toMinute)}`]
    case 'window-open':
      return windowOpen('a window', condition)
    case 'file-is':
      return say`${partOf(to('path'), condition.path, 'path')} ${testInWords(condition.test)}`
    case 'folder-empty':
      return say`${partOf(to('path'), condition.path, 'path')} is empty`
    case 'text-has':
      return say`the document in front has “${text(condition.text)}”`
    case 'desktop-shown':
      return say`desktop ${partOf(to('desktop'), String(condition.desktop), 'number')} is shown`
    case 'clipboard-has':
      return condition.text === '' ? ['something was copied'] : say`what was copied has “${text(condition.text)}”`
    case 'plays': {
      const { deviceId, playlistId } = condition
      const playlist = own(bench.devices, deviceId)?.playlists?.find(({ id }) => id === playlistId)?.name ?? playlistId
      return say`${device(deviceId)} plays${playlist === undefined ? '' : ` ${playlist}`}`
    }
    case 'value-is': {
      const { test } = condition
      const kind = choicePart(to('test.kind'), test.kind, testKindWords)
      // Whether a test has a text to compare with is settled beside the sheet.
      if (test.kind === 'empty') return say`${text(condition.text)} is empty`
      return say`${text(condition.text)} ${kind} “${partOf(to('test.text'), shortened(test.text), 'text')}”`
    }
    case 'not': {
      const inner = condition.condition
      const within = (id: string, as: 'program' | 'device', name: string | undefined) =>
        partOf(to(`condition.${as}Id`), name ?? `the missing ${as} “${id}”`, as)
      if (inner.kind === 'device-present')
        return say`${within(inner.deviceId, 'device', own(bench.devices, inner.deviceId)?.name)} is not plugged in`
      if (inner.kind === 'program-runs')
        return say`${within(inner.programId, 'program', own(bench.programs, inner.programId)?.name)} does not run`
      if (inner.kind === 'window-open') return windowOpen('no window', inner, 'condition.')
      return say`it is not so that ${conditionParts(to('condition'), inner, bench)}`
    }
    case 'all':
    case 'any':
      return condition.conditions.flatMap((part, i): Sentence => {
        const said = conditionParts(to(`conditions.${i}`), part, bench)
        return i === 0 ? said : [condition.kind === 'all' ? ' and ' : ' or ', ...said]
      })
    default:
      return assertNever(condition)
  }

  function windowOpen(what: string, window: Extract<Condition, { kind: 'window-open' }>, under = ''): Sentence {
    const { programId } = window
    const name = programId === undefined ? undefined : own(bench.programs, programId)?.name
    const of =
      programId === undefined
        ? ''
        : say` of ${partOf(to(`${under}programId`), name ?? `the missing program “${programId}”`, 'program')}`
    const titled = window.text === '' ? '' : say` with “${partOf(to(`${under}text`), window.text, 'text')}”`
    return say`${what}${of}${titled} is open`
  }
}

const lampStates = { lit: 'lit', dark: 'dark', unknown: 'unknown' }

/** A value of a control in its own words, to be chosen in place. `null` is unknown. */
export function controlValuePart(at: string, control: Control | undefined, value: ControlValue): SentencePart {
  const text = control ? valueInWords(control, value) : String(value)
  if (control?.kind === 'switch' && typeof value === 'boolean') return switchPart(at, value, control.on, control.off)
  if (control?.kind === 'choice')
    return choicePart(at, String(value), Object.fromEntries(control.choices.map(({ id, name }) => [id, name])), text)
  return partOf(at, text, typeof value === 'number' ? 'number' : 'text')
}

function testInWords(test: FileTest): string {
  switch (test.kind) {
    case 'there':
      return 'is there'
    case 'newer':
      return `was changed within ${countOf(Math.round(test.withinMs / 60_000), 'minute')}`
    case 'newer-than':
      return `is newer than ${test.path}`
    case 'larger':
      return `is larger than ${countOf(test.bytes, 'byte')}`
    default:
      return assertNever(test)
  }
}

/** `Mute of Intercom microphone`. */
export function lampName(
  { deviceId, controlId }: { readonly deviceId: string; readonly controlId: string },
  bench: Pick<BenchState, 'devices'>,
): string {
  const device = own(bench.devices, deviceId)
  return `${own(device?.controls ?? {}, controlId)?.name ?? controlId} of ${device?.name ?? `the missing device “${deviceId}”`}`
}

/** `22:05`. */
export function clockTime(minuteOfDay: number): string {
  return `${String(Math.floor(minuteOfDay / 60)).padStart(2, '0')}:${String(minuteOfDay % 60).padStart(2, '0')}`
}
