import { absolutePath } from '../bench'
import { own } from '../result'
import { describeStep, openersOf, profileOption } from '../steps'
import type { StepOf } from '../steps'
import { freshOption, writePart } from '../command'
import { sayPath } from './paths'
import type { Place, Said } from './place'
import { Unsayable } from './writing'
import type { Writing } from './writing'

/** Starting programs, with their arguments, folder and environment. */
export function sayOpen(step: StepOf<'program.open'>, place: Place, writing: Writing): Said {
  const program = own(writing.bench.programs, step.programId)
  if (!program) throw new Unsayable({ code: 'program-missing', message: `There is no program “${step.programId}”.` })
  const executable = `"$${writing.program(program.id)}"`
  const start = startOf(step, executable, place, writing)
  const says = (what: string) => writing.command(`${what} ${program.name}`, 'nothing')
  switch (step.whenRunning ?? 'program') {
    case 'program':
    case 'another':
      return { command: start }
    case 'raise':
      return {
        lines: [
          `if ${writing.use('runs')} ${executable}; then`,
          `  ${says('Brings to the front')} || return`,
          'else',
          `  ${start} || return`,
          'fi',
        ],
      }
    case 'refuse':
      return {
        lines: [
          `if ${writing.use('runs')} ${executable}; then`,
          `  ${writing.use('failed')} ${writing.quoted(`${program.name} runs already.`)} || return`,
          'fi',
          `${start} || return`,
        ],
      }
    case 'reopen':
      return {
        lines: [
          `if ${writing.use('runs')} ${executable}; then`,
          `  ${says('Closes')} || return`,
          'fi',
          `${start} || return`,
        ],
      }
  }
}

function startOf(step: StepOf<'program.open'>, executable: string, place: Place, writing: Writing): string {
  writing.use('start')
  const words = [executable, ...step.args.map((argument) => writing.word(argument, place))]
  const started =
    step.workingDirectory === undefined || step.workingDirectory === ''
      ? ['start', ...words]
      : ['start_in', workingDirectory(step.workingDirectory, place, writing), ...words]
  const environment = step.environment ?? []
  if (environment.length === 0) return started.join(' ')
  const values = environment.map(({ name, value }) => `${name}=${writing.word(value, place)}`)
  return `(export ${values.join(' ')}; ${started.join(' ')})`
}

/** Unlike other paths, it is seen from the root. */
function workingDirectory(text: string, place: Place, writing: Writing): string {
  return text.includes('${') ? sayPath(text, place, writing) : writing.quoted(absolutePath(text, '/'))
}

/** Places: the program that opens each where that is known, else whatever the desktop has for it. */
export function sayVisit(step: StepOf<'place.open'>, place: Place, writing: Writing): Said {
  const lines: string[] = []
  for (const text of step.places) {
    const openers = text.includes('${') ? undefined : openersOf(text, step, writing.bench)
    const programs = openers?.ok
      ? openers.value
      : (step.programIds ?? []).flatMap((id) => own(writing.bench.programs, id) ?? [])
    for (const program of programs) {
      const option = step.profile === undefined ? undefined : profileOption(program)
      const profile = option ? writePart(freshOption(option, step.profile)) : []
      const words = [...profile, text].map((word) => writing.word(word, place))
      lines.push(`${writing.use('start')} "$${writing.program(program.id)}" ${words.join(' ')} || return`)
    }
    if (programs.length === 0) lines.push(`${writing.use('open_place')} ${writing.word(text, place)} || return`)
  }
  return { lines }
}

/** What only the desktop can do, as a command with the texts of the step that are known in the run only. */
export function sayByHand(
  step: Parameters<typeof describeStep>[0],
  texts: readonly string[],
  place: Place,
  writing: Writing,
): Said {
  const name = writing.command(describeStep(step, writing.names), 'nothing')
  const words = texts.map((text) => writing.word(text, place, true))
  return { command: [name, ...words].join(' ') }
}
