import { slot } from '../phrases'
import type { Phrase } from '../phrases'

/** A control that is meant, by the slot it was said in. */
const aim = (name: string) => ({ target: slot(`${name}.target`), controlId: slot(`${name}.controlId`) })
/** One control of the devices that are meant. */
const its = (name: string, controlId: string) => ({ target: slot(`${name}.target`), controlId })
const set = (value: unknown) => ({ kind: 'set', value })
const step = (by: unknown) => ({ kind: 'step', by })
const OTHER_WAY = { kind: 'toggle', whenUnknown: true }
const BY_TEN = 'by 10, since no amount is said'

/** On and off, in the words of switches. */
const switching: Phrase[] = (
  [
    ['on', true],
    ['off', false],
  ] as const
).flatMap(([word, value]): Phrase[] => [
  { say: `switch|turn ${word} {switch}`, gives: { ...aim('switch'), to: set(value) } },
  { say: `switch|turn {switch} ${word}`, gives: { ...aim('switch'), to: set(value) } },
  { say: `{switch} ${word}`, gives: { ...aim('switch'), to: set(value) }, isHeardOnly: true },
])

/** More and less, in people's words; the amount is ten where none is said. */
function moreOrLess(slotName: string, controlId: string, up: string, down: string): Phrase[] {
  const aimed = its(slotName, controlId)
  return (
    [
      [up, 'more', 10],
      [down, 'less', -10],
    ] as const
  ).flatMap(([words, amount, standard]): Phrase[] => [
    { say: `(make|turn) {${slotName}} ${words} by {${amount}}`, gives: { ...aimed, to: step(slot(amount)) } },
    {
      say: `(make|turn) {${slotName}} ${words}`,
      gives: { ...aimed, to: step(standard) },
      assumes: BY_TEN,
      isHeardOnly: true,
    },
    { say: `${words} {${slotName}} by {${amount}}`, gives: { ...aimed, to: step(slot(amount)) }, isHeardOnly: true },
  ])
}

/** Words that people say of the whole room. */
const atOnce: Phrase[] = [
  {
    say: '(make) (it) dark',
    gives: { target: { kind: 'all', deviceKind: 'display' }, controlId: 'power', to: set(false) },
    assumes: 'the displays, since nothing else is said',
    choices: [
      { says: 'All displays asleep', text: 'sleep all displays' },
      { says: 'All displays dimmed', text: 'dim all displays to 10' },
      { says: 'All lamps off', text: 'turn off all lamps' },
    ],
    isHeardOnly: true,
  },
  {
    say: '(be|make) (it) quiet',
    gives: { target: { kind: 'all', deviceKind: 'audio-output' }, controlId: 'mute', to: set(true) },
    assumes: 'the speakers, since nothing else is said',
    choices: [
      { says: 'All speakers muted', text: 'mute all speakers' },
      { says: 'All speakers quieter', text: 'make all speakers quieter by 10' },
      { says: 'All microphones muted', text: 'mute all microphones' },
    ],
    isHeardOnly: true,
  },
  ...(
    [
      ['louder', 'audio-output', 'volume', 10],
      ['quieter|softer', 'audio-output', 'volume', -10],
      ['brighter|lighter', 'display', 'brightness', 10],
      ['darker|dimmer', 'display', 'brightness', -10],
    ] as const
  ).map(([words, deviceKind, controlId, by]): Phrase => ({
    say: `(make) (it) ${words}`,
    gives: { target: { kind: 'all', deviceKind }, controlId, to: step(by) },
    assumes: `all of them, and by 10, since neither is said`,
    isHeardOnly: true,
  })),
]

/** How changes of controls are said. */
export const CONTROL_PHRASES: readonly Phrase[] = [
  { say: 'mute|silence {mutable}', gives: { ...its('mutable', 'mute'), to: set(true) } },
  { say: 'unmute {mutable}', gives: { ...its('mutable', 'mute'), to: set(false) } },
  ...switching,
  { say: 'wake (up) {switch}', gives: { ...aim('switch'), to: set(true) }, isHeardOnly: true },
  { say: 'sleep {switch}', gives: { ...aim('switch'), to: set(false) }, isHeardOnly: true },
  { say: 'put|send {switch} to sleep', gives: { ...aim('switch'), to: set(false) }, isHeardOnly: true },
  { say: 'switch|turn {switch} the other way', gives: { ...aim('switch'), to: OTHER_WAY } },
  { say: 'toggle {switch}', gives: { ...aim('switch'), to: OTHER_WAY }, isHeardOnly: true },
  {
    say: '{switch}',
    gives: { ...aim('switch'), to: OTHER_WAY },
    isTypedOnly: true,
  },
  { say: 'set|turn {level} to {number}', gives: { ...aim('level'), to: set(slot('number')) } },
  {
    say: 'set|turn|dim {level} to {number} in|over|within {duration}',
    gives: { ...aim('level'), to: { kind: 'ramp', value: slot('number'), overMs: slot('duration') } },
  },
  { say: 'dim {lit} to {number}', gives: { ...its('lit', 'brightness'), to: set(slot('number')) }, isHeardOnly: true },
  {
    say: 'dim {lit} to {number} in|over|within {duration}',
    gives: { ...its('lit', 'brightness'), to: { kind: 'ramp', value: slot('number'), overMs: slot('duration') } },
    isHeardOnly: true,
  },
  { say: 'dim {lit}', gives: { ...its('lit', 'brightness'), to: step(-10) }, assumes: BY_TEN, isHeardOnly: true },
  { say: '{level} {number}', gives: { ...aim('level'), to: set(slot('number', 0)) }, isHeardOnly: true },
  { say: 'turn {level} up by {more}', gives: { ...aim('level'), to: step(slot('more')) } },
  { say: 'turn {level} down by {less}', gives: { ...aim('level'), to: step(slot('less')) } },
  ...(
    [
      ['up', 10],
      ['down', -10],
    ] as const
  ).flatMap(([word, by]): Phrase[] => [
    { say: `turn {level} ${word}`, gives: { ...aim('level'), to: step(by) }, assumes: BY_TEN, isHeardOnly: true },
    { say: `turn ${word} {level}`, gives: { ...aim('level'), to: step(by) }, assumes: BY_TEN, isHeardOnly: true },
    {
      say: `turn ${word} {loud}`,
      gives: { ...its('loud', 'volume'), to: step(by) },
      assumes: BY_TEN,
      isHeardOnly: true,
    },
  ]),
  ...atOnce,
  ...moreOrLess('loud', 'volume', 'louder', 'quieter|softer'),
  ...moreOrLess('lit', 'brightness', 'brighter|lighter', 'darker|dimmer'),
  { say: 'set|switch|change {setting}', gives: { ...aim('setting'), to: set(slot('setting.value')) } },
  {
    say: '(go|switch|change) (to) {setting}',
    gives: { ...aim('setting'), to: set(slot('setting.value')) },
    isHeardOnly: true,
  },
  { say: 'set {control} to {value}', gives: { ...aim('control'), to: { kind: 'said', text: slot('value') } } },
]
