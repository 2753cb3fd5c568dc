import { describeStep, MOST_ROUNDS } from '../steps'
import type { Road, Step, StepOf } from '../steps'
import { directionNames } from '../turntable'
import { sayCondition } from './conditions'
import type { Place, Said, SayList } from './place'
import { bindEntry, isUnbounded, partsUsed, saySource } from './sources'
import { AT_MARGIN, indented, Scope } from './writing'
import type { Writing } from './writing'

/** A place inside a block, with names of its own. */
function inside(place: Place, list: string, isInLoop = place.isInLoop): Place {
  return { ...place, scope: new Scope(place.scope), isInLoop, path: `${place.path}.${list}` }
}

/** Comments alone are no command. */
export const orNothing = (lines: readonly string[]) =>
  lines.every((line) => line.trimStart().startsWith('#')) ? [...lines, ':'] : lines

export function sayIf(step: StepOf<'if'>, place: Place, writing: Writing, sayList: SayList): Said {
  const lines: string[] = []
  for (const [i, { condition, steps }] of step.branches.entries()) {
    lines.push(`${i === 0 ? 'if' : 'elif'} ${sayCondition(condition, place, writing)}; then`)
    lines.push(...indented(orNothing(sayList(steps, inside(place, `branches.${i}.steps`)))))
  }
  if (step.otherwise && step.otherwise.length > 0)
    lines.push('else', ...indented(orNothing(sayList(step.otherwise, inside(place, 'otherwise')))))
  return { lines: lines.length === 0 ? [] : [...lines, 'fi'] }
}

export function sayChoose(step: StepOf<'choose'>, place: Place, writing: Writing, sayList: SayList): Said {
  writing.use('trim')
  const variable = writing.identifiers.variable('choice')
  const trimmed = (text: string) => `"$(${writing.use('trimmed')} ${writing.word(text, place)})"`
  const lines = [`${variable}=${trimmed(step.text)}`]
  for (const [i, { values, steps }] of step.cases.entries()) {
    const tests = values.map((value) => `${writing.use('same_words')} "$${variable}" ${writing.word(value, place)}`)
    lines.push(`${i === 0 ? 'if' : 'elif'} ${tests.join(' || ')}; then`)
    lines.push(...indented(orNothing(sayList(steps, inside(place, `cases.${i}.steps`)))))
  }
  if (step.otherwise && step.otherwise.length > 0)
    lines.push('else', ...indented(orNothing(sayList(step.otherwise, inside(place, 'otherwise')))))
  return { lines: [...lines, 'fi'] }
}

/** A turntable is asked for at the terminal: its roads by number or by what their plates say. */
export function sayTurntable(step: StepOf<'turntable'>, place: Place, writing: Writing, sayList: SayList): Said {
  const plates = step.roads.map((road) => plateOf(road as Road, writing))
  const labels = plates.map((plate, i) =>
    plates.indexOf(plate) === i && plates.lastIndexOf(plate) === i
      ? plate
      : `${plate} (${directionNames[step.roads[i]!.direction]})`,
  )
  writing.use('lists')
  const variable = writing.identifiers.variable('road')
  const ask = `${writing.use('ask_pick')} 'Which road?' '' '' one "$k_list" || return`
  const ways = step.roads.flatMap(({ steps }, i) => [
    `  ${writing.quoted(labels[i]!)})`,
    ...indented(indented([...orNothing(sayList(steps, inside(place, `roads.${i}.steps`))), ';;'])),
  ])
  return {
    lines: [
      ['list_of', ...labels.map((label) => writing.quoted(label))].join(' '),
      ask,
      `${variable}=$k_answer`,
      `case $${variable} in`,
      ...ways,
      'esac',
    ],
  }
}

function plateOf({ label, direction, steps }: Road, { names }: Writing): string {
  const [first] = steps
  return label || (first ? describeStep(first as Step, names) : directionNames[direction])
}

export function sayGroup(step: StepOf<'group'>, place: Place, sayList: SayList): Said {
  return { lines: sayList(step.steps, inside(place, 'steps')) }
}

/** What a loop gives its steps beside their entry: the number of the round, where they use it. */
function countRounds(steps: StepOf<'repeat'>['steps'], inner: Place, writing: Writing) {
  if (partsUsed('round', steps).length === 0) return { begin: [], round: [] }
  const variable = writing.identifiers.variable('round')
  inner.scope.put('round', { kind: 'text', variable })
  return { begin: [`${variable}=0`], round: [`${variable}=$((${variable} + 1))`] }
}

export function sayRepeat(step: StepOf<'repeat'>, place: Place, writing: Writing, sayList: SayList): Said {
  writing.use('whole_number')
  const inner = inside(place, 'steps', true)
  const [left, most] = [writing.identifiers.variable('rounds_left'), '$k_text']
  const { begin, round } = countRounds(step.steps, inner, writing)
  return {
    lines: [
      `rounds_of ${writing.word(step.times, place)} || return`,
      `${left}=${most}`,
      ...begin,
      `while [ "$${left}" -gt 0 ]; do`,
      ...indented([`${left}=$((${left} - 1))`, ...round, ...sayList(step.steps, inner)]),
      'done',
    ],
  }
}

export function sayWhile(step: StepOf<'while'>, place: Place, writing: Writing, sayList: SayList): Said {
  const inner = inside(place, 'steps', true)
  const left = writing.identifiers.variable('rounds_left')
  const { begin, round } = countRounds(step.steps, inner, writing)
  return {
    lines: [
      `${left}=${Math.min(step.atMost, MOST_ROUNDS)}`,
      ...begin,
      `while [ "$${left}" -gt 0 ] && ${sayCondition(step.condition, place, writing)}; do`,
      ...indented([`${left}=$((${left} - 1))`, ...round, ...sayList(step.steps, inner)]),
      'done',
    ],
  }
}

export function sayEach(step: StepOf<'each'>, place: Place, writing: Writing, sayList: SayList): Said {
  writing.use('lists')
  const used = partsUsed(step.as, step.steps)
  const source = saySource(step.source, used, place, writing)
  const inner = inside(place, 'steps', true)
  const { begin, round } = countRounds(step.steps, inner, writing)
  const { binding, lines } = bindEntry(step.as, source, used, writing)
  inner.scope.put(step.as, binding)
  const left = isUnbounded(step.atMost) ? undefined : writing.identifiers.variable('entries_left')
  return {
    lines: [
      ...source.lines,
      ...(left === undefined ? [] : [`${left}=${step.atMost}`]),
      ...begin,
      'while IFS= read -r k_line <&3; do',
      ...indented([
        '[ -n "$k_line" ] || continue',
        ...(left === undefined ? [] : [`[ "$${left}" -gt 0 ] || break`, `${left}=$((${left} - 1))`]),
        'decode "$k_line"',
        ...lines,
        ...(source.entries === 'file' ? [`[ -e "$${binding.variable}" ] || continue`] : []),
        ...round,
        ...sayList(step.steps, inner),
      ]),
      `${AT_MARGIN}done 3<<END_OF_LIST`,
      `${AT_MARGIN}${source.list}`,
      `${AT_MARGIN}END_OF_LIST`,
    ],
  }
}
