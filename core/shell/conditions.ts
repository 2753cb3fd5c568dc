import { describeCondition } from '../conditions'
import type { Condition } from '../conditions'
import { assertNever, own } from '../result'
import { sayPath } from './paths'
import type { Writing, WordPlace } from './writing'

/** A condition as a command that ends with 0 where it holds. */
export function sayCondition(condition: Condition, place: WordPlace, writing: Writing): string {
  const word = (text: string) => writing.word(text, place)
  switch (condition.kind) {
    case 'not':
      // One `!` is all that a command may have in front of it (§2.9.2).
      return `! { ${sayCondition(condition.condition, place, writing)}; }`
    case 'all':
    case 'any': {
      const mark = condition.kind === 'all' ? ' && ' : ' || '
      return `{ ${condition.conditions.map((one) => sayCondition(one, place, writing)).join(mark)}; }`
    }
    case 'value-is': {
      if (condition.test.kind === 'empty') return `${writing.use('is_blank')} ${word(condition.text)}`
      return `${writing.use('test_text')} ${condition.test.kind} ${word(condition.text)} ${word(condition.test.text)}`
    }
    case 'time-of-day':
      return sayTime(condition, writing)
    case 'file-is':
      return sayFileTest(condition, place, writing)
    case 'folder-empty':
      return `${writing.use('is_empty_folder')} ${sayPath(condition.path, place, writing)}`
    case 'program-runs': {
      if (!own(writing.bench.programs, condition.programId)) return byHand(condition, [], writing)
      return `${writing.use('runs')} "$${writing.program(condition.programId)}"`
    }
    case 'window-open':
    case 'text-has':
    case 'clipboard-has':
      return byHand(condition, condition.text.includes('${') ? [word(condition.text)] : [], writing)
    case 'program-front':
    case 'device-present':
    case 'control-is':
    case 'lamp-is':
    case 'desktop-shown':
    case 'plays':
      return byHand(condition, [], writing)
    default:
      return assertNever(condition)
  }
}

function byHand(condition: Condition, words: readonly string[], writing: Writing): string {
  const sentence = describeCondition(condition, writing.bench)
  return [writing.command(sentence, 'condition'), ...words].join(' ')
}

function sayTime({ fromMinute, toMinute }: Extract<Condition, { kind: 'time-of-day' }>, writing: Writing): string {
  const now = `"$(${writing.use('minute_now')})"`
  const [from, to] = [`[ ${now} -ge ${fromMinute} ]`, `[ ${now} -lt ${toMinute} ]`]
  return fromMinute <= toMinute ? `{ ${from} && ${to}; }` : `{ ${from} || ${to}; }`
}

function sayFileTest(
  { path, test }: Extract<Condition, { kind: 'file-is' }>,
  place: WordPlace,
  writing: Writing,
): string {
  const any = `${writing.use('any_file')} ${sayPath(path, place, writing)}`
  switch (test.kind) {
    case 'there':
      return any
    case 'larger':
      return `${any} -size +${test.bytes}c`
    case 'newer':
      return `{ ${writing.use('reference')} ${Math.ceil(test.withinMs / 1000)} && ${any} -newer "$k_reference"; }`
    case 'newer-than': {
      const other = sayPath(test.path, place, writing)
      return `{ ! [ -f ${other} ] && ${any} || ${any} -newer ${other}; }`
    }
    default:
      return assertNever(test)
  }
}
