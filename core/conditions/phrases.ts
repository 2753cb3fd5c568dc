import { slot } from '../phrases'
import type { Phrase } from '../phrases'

/** A way to say that something holds, and a way to say that it does not. */
function bothWays(says: readonly string[], saysNot: readonly string[], gives: Phrase['gives']): Phrase[] {
  return [
    ...says.map((say) => ({ say, gives })),
    ...saysNot.map((say) => ({ say, gives: { kind: 'not', condition: gives } })),
  ]
}

const present = { kind: 'device-present', deviceId: slot('device') }
const controlIs = (name: string, value: unknown) => ({
  kind: 'control-is',
  deviceId: slot(`${name}.deviceId`),
  controlId: slot(`${name}.controlId`),
  value,
})
const valueIs = (test: Record<string, unknown>) => ({ kind: 'value-is', text: slot('value'), test })
const textTest = (kind: string) => valueIs({ kind, text: slot('text') })

/** How conditions are said; the first way of each kind is the one that is written. */
export const CONDITION_PHRASES: readonly Phrase[] = [
  ...bothWays(
    ['{program} runs', '{program} run', '{program} is running|open|started|on'],
    [
      '{program} does not run',
      '{program} is not running|open|started|on',
      "{program} isn’t|isn't running|open|started",
      "{program} doesn’t|doesn't run",
    ],
    { kind: 'program-runs', programId: slot('program') },
  ),
  ...bothWays(
    ['{program} is in front', '{program} is at front'],
    ['{program} is not in front', "{program} isn’t|isn't in front"],
    { kind: 'program-front', programId: slot('program') },
  ),
  ...bothWays(
    ['{device} is plugged in', '{device} is there|present|connected|here|plugged'],
    [
      '{device} is not plugged in',
      '{device} is not there|present|connected|here|plugged',
      '{device} (is) missing|unplugged|absent|gone',
      "{device} isn’t|isn't plugged in",
      "{device} isn’t|isn't there|connected|here",
    ],
    present,
  ),
  ...bothWays(['{watched} is on|awake'], ['{watched} is not on'], controlIs('watched', true)),
  ...bothWays(['{watched} is off|asleep|dark'], ['{watched} is not off'], controlIs('watched', false)),
  ...bothWays(['{muted:mutable} is muted|silent'], ['{muted:mutable} is not muted'], {
    kind: 'control-is',
    deviceId: slot('muted.deviceId'),
    controlId: 'mute',
    value: true,
  }),
  ...bothWays(['{setting}', '{setting} is on'], ['{setting} is not on'], controlIs('setting', slot('setting.value'))),
  {
    say: 'it is between {from:time} and {to:time}',
    gives: { kind: 'time-of-day', fromMinute: slot('from.from'), toMinute: slot('to.from') },
  },
  { say: 'it is after {time}', gives: { kind: 'time-of-day', fromMinute: slot('time.from'), toMinute: 0 } },
  { say: 'it is before {time}', gives: { kind: 'time-of-day', fromMinute: 0, toMinute: slot('time.from') } },
  ...bothWays(['window of {program} with {text} is open'], ['no window of {program} with {text} is open'], {
    kind: 'window-open',
    programId: slot('program'),
    text: slot('text'),
  }),
  ...bothWays(
    ['window|tab (with) {text} is open', '{text} is open'],
    ['no window|tab (with) {text} is open', '{text} is not open'],
    { kind: 'window-open', text: slot('text') },
  ),
  ...bothWays(
    ['file {path} is there|present', '{path} is there|present', '{path} exists'],
    [
      'file {path} is not there|present',
      '{path} is not there|present',
      '{path} is missing|gone',
      '{path} does not exist',
    ],
    { kind: 'file-is', path: slot('path'), test: { kind: 'there' } },
  ),
  ...bothWays(['{folder} (folder) is empty'], ['{folder} (folder) is not empty'], {
    kind: 'folder-empty',
    path: slot('folder'),
  }),
  ...bothWays(['text in front has|contains {text}'], ['text in front does not have|contain {text}'], {
    kind: 'text-has',
    text: slot('text'),
  }),
  ...bothWays(['clipboard has|contains {text}'], ['clipboard does not have|contain {text}'], {
    kind: 'clipboard-has',
    text: slot('text'),
  }),
  ...bothWays(['{desktop} is shown', '{desktop} is in front'], ['{desktop} is not shown'], {
    kind: 'desktop-shown',
    desktop: slot('desktop'),
  }),
  ...bothWays(['{value} is empty'], ['{value} is not empty'], valueIs({ kind: 'empty' })),
  ...bothWays(['{value} is more than {text}', '{value} is over|above {text}'], [], textTest('more')),
  ...bothWays(['{value} is less than {text}', '{value} is under|below {text}'], [], textTest('less')),
  ...bothWays(['{value} is {text}'], ['{value} is not {text}'], textTest('is')),
  ...bothWays(['{value} begins|starts with {text}'], ['{value} does not begin|start with {text}'], textTest('begins')),
  ...bothWays(['{value} ends with {text}'], ['{value} does not end with {text}'], textTest('ends')),
  ...bothWays(['{value} has|contains {text}'], ['{value} does not have|contain {text}'], textTest('has')),
]
