import type { StepOf } from '../steps'
import { sayPath } from './paths'
import type { Place, Said } from './place'
import { Scope } from './writing'
import type { Writing } from './writing'

/** Steps about files: each is one helper with its words. */

const paths = (texts: readonly string[], place: Place, writing: Writing) =>
  texts.map((path) => sayPath(path, place, writing))
const made = (makeFolder: boolean | undefined) => (makeFolder ? 'made' : "''")
const command = (...words: readonly string[]): Said => ({ command: words.join(' ') })

/** Moving into the bin is possible wherever a name may be taken. */
function needsBin(taken: string, writing: Writing): void {
  if (taken === 'replace' || taken === 'ask') writing.use('throw_away')
}

export function sayMove(step: StepOf<'files.move'>, place: Place, writing: Writing): Said {
  needsBin(step.taken, writing)
  const to = sayPath(step.to, place, writing)
  return command(
    writing.use('carry'),
    step.act,
    step.taken,
    made(step.makeFolder),
    to,
    ...paths(step.paths, place, writing),
  )
}

export function sayGather(step: StepOf<'files.gather'>, place: Place, writing: Writing): Said {
  needsBin(step.taken, writing)
  writing.use('gather')
  const names = step.names.map((name) => writing.word(name, place))
  const to = sayPath(step.to, place, writing)
  const from = paths(step.from, place, writing)
  return {
    lines: [
      `list_of ${names.join(' ')}`,
      ['gather', step.taken, made(step.makeFolder), to, '"$k_list"', ...from, '|| return'].join(' '),
    ],
  }
}

export function sayBin(step: StepOf<'files.bin'>, place: Place, writing: Writing): Said {
  return command(writing.use('throw_all'), ...paths(step.paths, place, writing))
}

export function sayRestore(step: StepOf<'files.restore'>, place: Place, writing: Writing): Said {
  return command(writing.use('restore'), ...step.names.map((name) => writing.word(name, place)))
}

export function sayFolder(step: StepOf<'files.folder'>, place: Place, writing: Writing): Said {
  return command(writing.use('make_folder'), sayPath(step.path, place, writing))
}

export function sayRename(step: StepOf<'files.rename'>, place: Place, writing: Writing): Said {
  needsBin(step.taken, writing)
  const scope = new Scope(place.scope)
  scope.put('name', { kind: 'text', variable: 'k_stem' })
  scope.put('ending', { kind: 'text', variable: 'k_ending' })
  scope.put('n', { kind: 'text', variable: 'k_number' })
  const namer = writing.identifiers.fromWords('new name')
  writing.functions.push([`${namer}() {`, `  k_new=${writing.word(step.pattern, { ...place, scope }, true)}`, '}'])
  const words = [step.taken, String(step.startAt), String(step.digits), namer]
  return command(writing.use('rename_files'), ...words, ...paths(step.paths, place, writing))
}
