import { own } from '../result'
import type { BenchState, Program } from '../bench'
import { expandVariables, isAddress, joinExec } from '../command'
import type { ValueTable } from '../command'
import type { Lever } from '../levers'
import { namesFor, requestOf } from '../steps'
import type { StepOf } from '../steps'
import { fileCategory } from './categories'
import { writeEntryFile } from './entryFile'
import { escapeString, writeList } from './entryValues'

/** Files to be written, and the levers that no Desktop Entry can say, with the reason. */
export interface EntryExport {
  readonly files: readonly { readonly name: string; readonly text: string; readonly leverIds: readonly string[] }[]
  readonly skipped: readonly { readonly leverId: string; readonly because: string }[]
}

type Lines = { key: string; value: string }[]

/**
 * Levers as Desktop Entry files, one for each, or one with actions for those that came from one file. Values are filled
 * in as they are now.
 * `tableFor` gives the named values of a frame.
 */
export function exportEntries(
  levers: readonly Lever[],
  bench: BenchState,
  tableFor: (frameId: string) => ValueTable,
): EntryExport {
  const skipped: { leverId: string; because: string }[] = []
  const files = new Map<string, { lines: Lines; actions: { id: string; lines: Lines }[]; leverIds: string[] }>()
  const mainFirst = [...levers].sort(
    (a, b) => Number(a.origin?.action !== undefined) - Number(b.origin?.action !== undefined),
  )
  for (const lever of mainFirst) {
    const lines = linesOf(lever, bench, tableFor(lever.frameId))
    if (typeof lines === 'string') {
      skipped.push({ leverId: lever.id, because: lines })
      continue
    }
    const name = fileNameOf(lever)
    const file = files.get(name)
    const action = lever.origin?.action
    if (action !== undefined && file) {
      file.actions.push({ id: action, lines: actionLines(lever, levers, lines) })
      file.leverIds.push(lever.id)
    } else if (file)
      files.set(`${name.replace(/\.desktop$/, '')}-${lever.plate}.desktop`, {
        lines,
        actions: [],
        leverIds: [lever.id],
      })
    else files.set(name, { lines, actions: [], leverIds: [lever.id] })
  }
  return {
    skipped,
    files: [...files].map(([name, { lines, actions, leverIds }]) => ({
      name,
      leverIds,
      text: writeEntryFile([
        {
          name: 'Desktop Entry',
          lines:
            actions.length > 0
              ? [...lines, { key: 'Actions', value: writeList(actions.map((action) => action.id)) }]
              : lines,
        },
        ...actions.map((action) => ({ name: `Desktop Action ${action.id}`, lines: action.lines })),
      ]),
    })),
  }
}

/** The lines of a lever's entry, or why there can be none. */
function linesOf(lever: Lever, bench: BenchState, table: ValueTable): Lines | string {
  const [step, ...more] = lever.steps
  if (!step || more.length > 0) return 'It has several steps; a Desktop Entry starts one program.'
  if (step.alternative) return 'Its step has a second way; a Desktop Entry has one.'
  if (lever.interlock) return 'It has an interlock; a Desktop Entry can always be started.'
  if (step.kind === 'place.open') return linkLines(lever, step, bench, table)
  if (step.kind !== 'program.open') return 'It starts no program.'
  const program = own(bench.programs, step.programId)
  const request = requestOf(step, bench, table, 'export')
  if (!program || !request.ok)
    return request.ok ? 'Its program is not on the bench.' : request.issues.map((issue) => issue.message).join(' ')
  const { entry } = program
  const environment = Object.entries(request.value.environment ?? {}).map(([name, value]) => `${name}=${value}`)
  const argv = [
    ...(environment.length > 0 ? ['env', ...environment] : []),
    entry?.command ?? program.executable,
    ...request.value.args,
  ]
  const exec = joinExec(argv)
  if (!exec.ok) return exec.issues.map((issue) => issue.message).join(' ')
  const fieldCode = entry?.fieldCode ? ` %${entry.fieldCode}` : ''
  return [
    ...head('Application', lever),
    ...text('Comment', entry?.comment),
    ...text('Icon', iconOf(lever, program)),
    { key: 'Exec', value: exec.value + fieldCode },
    ...text('TryExec', entry?.tryExec),
    ...text('Path', request.value.workingDirectory),
    ...(entry?.terminal ? [{ key: 'Terminal', value: 'true' }] : []),
    ...list('Categories', program.categories.map(fileCategory)),
    ...list('Keywords', lever.aliases),
  ]
}

function linkLines(lever: Lever, step: StepOf<'place.open'>, bench: BenchState, table: ValueTable): Lines | string {
  if (step.places.length > 1 || (step.programIds?.length ?? 0) > 0 || step.profile)
    return 'It opens several places, or in chosen programs; a Link has one address.'
  const { values, broken } = namesFor(bench, table)
  const place = expandVariables(step.places[0]!, values, broken)
  if (!place.ok) return place.issues.map((issue) => issue.message).join(' ')
  return [
    ...head('Link', lever),
    { key: 'URL', value: escapeString(isAddress(place.value) ? place.value : fileAddress(place.value)) },
  ]
}

/**
 * A path as a `file:` address (RFC 8089), percent-encoded part by part. Half of a surrogate pair, which UTF-8 cannot
 * say, becomes U+FFFD.
 */
function fileAddress(path: string): string {
  return `file://${path
    .replace(/\p{Cs}/gu, '\uFFFD')
    .split('/')
    .map(encodeURIComponent)
    .join('/')}`
}

/** 1.4 is the latest version that common validators know; nothing newer is written. */
function head(type: 'Application' | 'Link', lever: Lever): Lines {
  return [
    { key: 'Type', value: type },
    { key: 'Version', value: '1.4' },
    { key: 'Name', value: escapeString(lever.name) },
  ]
}

/** An action has a name and a command only; the name of its application stands in front of ours. */
function actionLines(lever: Lever, levers: readonly Lever[], lines: Lines): Lines {
  const main = levers.find((other) => other.origin?.entry === lever.origin!.entry && other.origin.action === undefined)
  const name = main && lever.name.startsWith(`${main.name}: `) ? lever.name.slice(main.name.length + 2) : lever.name
  return [
    { key: 'Name', value: escapeString(name) },
    ...lines.filter((line) => line.key === 'Exec' || line.key === 'Icon'),
  ]
}

function text(key: string, value: string | undefined): Lines {
  return value ? [{ key, value: escapeString(value) }] : []
}

function list(key: string, items: readonly string[]): Lines {
  return items.length > 0 ? [{ key, value: writeList(items) }] : []
}

function iconOf(lever: Lever, program: Program): string | undefined {
  return program.entry ? program.entry.icon : lever.icon?.kind === 'set' ? lever.icon.name : program.icon
}

/** The file it came from, or one by its number and name; file names are kept to what every system takes. */
function fileNameOf(lever: Lever): string {
  const words = lever.name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
  return `${lever.origin?.entry ?? `keen-lever-${lever.plate}${words === '' ? '' : `-${words}`}`}.desktop`
}
