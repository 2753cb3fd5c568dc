import { slot } from '../../phrases'
import { countOf } from '../../names'
import { defineBlock } from '../defineStep'
import { requiredTemplate } from '../fields'
import { fill } from '../fill'
import { stepIssue } from '../issues'
import { partOf, say } from '../../sentence'
import type { Sentence } from '../../sentence'

/** So often a loop goes round at most; the steps of a run are bounded as well. */
export const MOST_ROUNDS = 100_000

/** Goes round so many times. */
export const repeatBlock = defineBlock({
  kind: 'repeat',
  label: 'Repeat',
  help: 'Steps that are done so many times.',
  nature: 'sheet',
  phrases: [
    { say: 'repeat {times} times|time', gives: { times: slot('times') }, body: 'steps' },
    { say: 'repeat|do {times}', gives: { times: slot('times') }, body: 'steps', isHeardOnly: true },
    { say: '{times} times|time', gives: { times: slot('times') }, body: 'steps', isHeardOnly: true },
    { say: 'twice', gives: { times: '2' }, body: 'steps', isHeardOnly: true },
  ],
  isLoop: true,
  fields: (list) => ({ times: requiredTemplate('Say how often.'), steps: list }),
  fresh: { times: '3', steps: [] },
  sentence: ({ times, steps }) => say`Does ${countOf(steps.length, 'step')} ${so(times)}.`,
  rounds({ times }, bench, context) {
    const filled = fill(times, bench, context)
    const count = filled.ok ? Number(filled.value) : Number.NaN
    return Number.isFinite(count) ? Math.max(0, Math.floor(count)) : undefined
  },
  head: ({ times }) => so(times),
  children: ({ steps }) => [{ list: 'steps', steps }],
  gives: () => [['round', []]],
  next({ times }, place, bench, context) {
    // How often is settled when it begins; what it is counted by may change in between.
    let most: number
    if (place.at === 'beginning') {
      const text = fill(times, bench, context)
      if (!text.ok) return { kind: 'fail', issue: text.issues[0]! }
      most = Number(text.value.trim() || Number.NaN)
      if (!Number.isFinite(most)) return { kind: 'fail', issue: stepIssue({ code: 'no-number', text: text.value }) }
      if (most > MOST_ROUNDS)
        return { kind: 'fail', issue: stepIssue({ code: 'too-many', count: most, most: MOST_ROUNDS, what: 'round' }) }
      if (most < 1) return { kind: 'leave', because: 'Went round no time' }
    } else most = Number(Array.isArray(place.state) ? place.state[1] : 0)
    const round = place.at === 'beginning' ? 1 : Number(Array.isArray(place.state) ? place.state[0] : 0) + 1
    if (round > most) return { kind: 'leave', because: `Went round ${countOf(round - 1, 'time')}` }
    return { kind: 'enter', list: 'steps', state: [round, most], values: { round }, because: '' }
  },
})

/** How often, where it is known as it is written: `1 time`, `3 times`, `${count} times`. */
function so(times: string): Sentence {
  return say`${partOf('times', times, 'text')} ${times.trim() === '1' ? 'time' : 'times'}`
}
