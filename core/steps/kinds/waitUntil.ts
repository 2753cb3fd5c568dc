import { z } from 'zod'
import { slot } from '../../phrases'
import { conditionSchema, evaluate } from '../../conditions'
import { think } from '../byHand'
import { defineStep } from '../defineStep'
import { durationInWords } from '../duration'
import { failed } from '../effect'
import { stepIssue } from '../issues'
import { partsIn } from '../names'
import { partOf, say } from '../../sentence'

/** Waits until something holds on the bench, no longer than a limit. */
/** How a time of the day is said to be waited for. */
const AT_A_TIME = ['wait until', 'at']

export const waitUntil = defineStep({
  kind: 'wait.until',
  label: 'Wait until something holds',
  help: 'A window, file, tab or device that is there, or any other condition; with a limit, and what happens then.',
  nature: 'message',
  phrases: [
    ...AT_A_TIME.map((words) => ({
      say: `${words} {time}`,
      gives: {
        condition: { kind: 'time-of-day', fromMinute: slot('time.from'), toMinute: slot('time.to') },
        limitMs: 86_400_000,
      },
    })),
    { say: 'wait until {condition}', gives: { condition: slot('condition') } },
    {
      say: 'wait at most {duration} until {condition}',
      gives: { condition: slot('condition'), limitMs: slot('duration') },
    },
    {
      say: 'wait until|for {device}',
      gives: { condition: { kind: 'device-present', deviceId: slot('device') } },
      isHeardOnly: true,
    },
    {
      say: 'wait until|for {program}',
      gives: { condition: { kind: 'program-runs', programId: slot('program') } },
      isHeardOnly: true,
    },
  ],
  fields: {
    condition: conditionSchema,
    limitMs: z
      .number()
      .int()
      .min(0)
      .max(7 * 86_400_000, 'At most a week.'),
    then: z.enum(['fail', 'go-on']),
  },
  fresh: { condition: { kind: 'window-open', text: '' }, limitMs: 60_000, then: 'fail' },
  sentence({ condition, limitMs, then }, names) {
    const until = partsIn('condition', condition, names)
    const limit = say`at most ${partOf('limitMs', durationInWords(limitMs), 'duration')}`
    return say`Waits until ${until}, ${limit}${then === 'go-on' ? ', then goes on all the same' : ''}.`
  },
  byHand: () => think,
  perform({ condition, limitMs, then }, bench, { nowMs, minuteOfDay, values, progress, hurried, isRehearsal }) {
    const { holds, because } = evaluate(condition, bench, { nowMs, minuteOfDay, values })
    const said = `${because[0]!.toUpperCase()}${because.slice(1)}.`
    if (holds) return { kind: 'done', changes: [], note: said }
    const under = progress?.kind === 'watching' ? progress : undefined
    // Nobody does anything while it is rehearsed: that it comes is taken for granted.
    if (isRehearsal && !under) {
      const note = `Waits at most ${durationInWords(limitMs)}; here it is taken that it comes.`
      return { kind: 'waits', untilMs: nowMs + limitMs, note }
    }
    if (!under) {
      const untilMs = nowMs + limitMs
      return {
        kind: 'watches',
        condition,
        untilMs,
        progress: { kind: 'watching', untilMs },
        note: `Waits: ${because}.`,
      }
    }
    if (hurried) return { kind: 'done', changes: [], note: 'The wait was ended by hand.' }
    return then === 'go-on'
      ? { kind: 'done', changes: [], note: `Went on after ${durationInWords(limitMs)}: ${because}.` }
      : failed([stepIssue({ code: 'waited-in-vain', ms: limitMs, because })])
  },
})
