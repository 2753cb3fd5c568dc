import { z } from 'zod'
import { namesIn, pathIn } from '../../bench'
import type { BenchState } from '../../bench'
import { expandVariables } from '../../command'
import type { ValueTable } from '../../command'
import { countOf } from '../../names'
import { together, times, wentTo, drag } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import { requiredPath, requiredTemplate } from '../fields'
import { folderMeant, lintFolder, makeFolders, settleNames, takenClause, takenPolicySchema } from '../fileWork'
import { note } from '../finding'
import type { StepFinding } from '../finding'
import { stepIssue } from '../issues'
import { transfer } from './moveFiles'
import { listParts, partOf, say } from '../../sentence'

/** Looks names up in several folders, copies what is found into one, and reports what is missing. */
export const gatherFiles = defineStep({
  kind: 'files.gather',
  label: 'Gather files by a list of names',
  help: 'Each name is looked for in the folders, in their order; what is found is copied into one, what is missing is told.',
  nature: 'place',
  fields: {
    names: z.array(requiredTemplate('Give a name.')).min(1, 'Give the names to look for.').max(10_000),
    from: z.array(requiredPath('Say in which folder.')).min(1, 'Say where to look.').max(100),
    to: requiredPath('Say into which folder.'),
    taken: takenPolicySchema.default('skip'),
    makeFolder: z.boolean().optional(),
  },
  fresh: { names: [''], from: [''], to: '', taken: 'skip' },
  sentence({ names, from, to, taken }) {
    const files = say`Gathers ${listParts('names', names, 'text')} from ${listParts('from', from, 'path')}`
    return say`${files} into ${partOf('to', to || '…', 'path')}${takenClause(taken)}.`
  },
  lint: ({ names, from, to, makeFolder }, bench, table) => [
    ...from.flatMap((folder, i) => lintFolder(folder, `from.${i}`, bench, table)),
    ...lintFolder(to, 'to', bench, table, makeFolder),
    ...missingNow(names, from, bench, table),
  ],
  mayCause: ({ names, to }) => names.map((name) => ({ kind: 'file-appears' as const, folder: to, name })),
  byHand: ({ names, to }) => together(wentTo(to), times(Math.max(1, names.length), drag)),
  perform({ names, from, to, taken, makeFolder }, bench, context) {
    const { values } = context
    const folders: string[] = []
    for (const text of from) {
      const folder = folderMeant(text, bench, values)
      if (!folder.ok) return failed(folder.issues)
      folders.push(folder.value)
    }
    const target = folderMeant(to, bench, values, makeFolder)
    if (!target.ok) return failed(target.issues)
    const made = makeFolders(target.value, bench)
    if (!made.ok) return failed(made.issues)
    const known = namesFor(bench, values)
    const wanted: string[] = []
    for (const text of names) {
      const name = expandVariables(text, known.values, known.broken)
      if (!name.ok) return failed(name.issues)
      if (!wanted.includes(name.value)) wanted.push(name.value)
    }
    const { found, missing } = lookUp(wanted, folders, bench)
    const wantedThere = found
      .map(({ path, name }) => ({ from: path, to: pathIn(target.value, name) }))
      .filter(({ from, to }) => from !== to)
    const settled = settleNames('copy', wantedThere, taken, bench, context)
    if (settled.kind === 'asks') return settled
    const changes = transfer('copy', settled.going, bench, context.nowMs)
    if (!changes.ok) return failed(changes.issues)
    const report =
      missing.length === 0
        ? 'None is missing.'
        : stepIssue({ code: 'files-missing', names: missing, folders: folders.length }).message
    const had = settled.skipped.length === 0 ? '' : ` ${countOf(settled.skipped.length, 'name')} had been taken.`
    return {
      kind: 'done',
      changes: [...(settled.going.length > 0 ? made.value : []), ...changes.value],
      note: `${countOf(settled.going.length, 'file')} gathered in ${target.value}.${had} ${report}`,
      value: { gathered: settled.going.map((entry) => entry.to), missing },
    }
  },
})

/** Which of the names would be missing as the bench stands; what cannot be read is told elsewhere. */
function missingNow(
  names: readonly string[],
  from: readonly string[],
  bench: BenchState,
  table: ValueTable | undefined,
): StepFinding[] {
  const known = namesFor(bench, table)
  const folders = from.flatMap((text) => {
    const folder = folderMeant(text, bench, table)
    return folder.ok ? [folder.value] : []
  })
  const wanted = names.flatMap((text) => {
    const name = expandVariables(text, known.values, known.broken)
    return name.ok && name.value !== '' ? [name.value] : []
  })
  const { missing } = lookUp(wanted, folders, bench)
  if (folders.length < from.length || missing.length === 0) return []
  return [note('names', { code: 'files-missing', names: missing, folders: folders.length })]
}

/** Where each name stands: in the first of the folders that has it, whatever its capitals, with or without its ending. */
function lookUp(names: readonly string[], folders: readonly string[], bench: BenchState) {
  const places = new Map<string, { path: string; name: string }>()
  const put = (key: string, place: { path: string; name: string }) => {
    if (!places.has(key)) places.set(key, place)
  }
  const entries = folders.flatMap((folder) =>
    namesIn(bench.files, folder)
      .filter(([, node]) => node.kind === 'file')
      .map(([name]) => ({ path: pathIn(folder, name), name })),
  )
  for (const place of entries) put(place.name, place)
  for (const place of entries) put(place.name.toLocaleLowerCase('en'), place)
  for (const place of entries) put(place.name.replace(/\.[^.]+$/, '').toLocaleLowerCase('en'), place)
  const found = new Map<string, { path: string; name: string }>()
  const missing: string[] = []
  for (const name of names) {
    const place = places.get(name) ?? places.get(name.toLocaleLowerCase('en'))
    if (place) found.set(place.path, place)
    else missing.push(name)
  }
  return { found: [...found.values()], missing }
}
