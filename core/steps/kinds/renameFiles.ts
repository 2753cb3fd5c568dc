import { z } from 'zod'
import { slot } from '../../phrases'
import { folderOf, freeName, kindAt, MOMENT_NAMES, momentValues, pathIn } from '../../bench'
import { expandVariables, lastPart } from '../../command'
import { countOf } from '../../names'
import { together, times, find, typed } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import { requiredTemplate } from '../fields'
import {
  countMeant,
  filesMeant,
  lintPaths,
  pathsInWords,
  pathsSchema,
  settleNames,
  takenClause,
  takenPolicySchema,
} from '../fileWork'
import type { Destination } from '../fileWork'
import { stepIssue } from '../issues'
import { transfer } from './moveFiles'
import { listParts, partOf, say } from '../../sentence'

/** What stands for something in the new name of a file: its own name, its ending with the dot, a number. */
const NAME_PARTS = ['name', 'ending', 'n'] as const

export const renameFiles = defineStep({
  kind: 'files.rename',
  label: 'Rename files',
  help: 'By a pattern with their name, a number that counts up, and the date.',
  nature: 'place',
  phrases: [
    { say: 'rename {files} to {text}', gives: { paths: slot('files'), pattern: slot('text') } },
    { say: 'rename {files}', gives: { paths: slot('files') } },
  ],
  fields: {
    paths: pathsSchema,
    pattern: requiredTemplate('Give the new name, such as ${name}-${n}${ending}.'),
    startAt: z.number().int().min(0).max(1_000_000).default(1),
    /** So many digits the number has at least. */
    digits: z.number().int().min(1).max(10).default(1),
    taken: takenPolicySchema.default('both'),
  },
  gives: [...NAME_PARTS, ...MOMENT_NAMES],
  fresh: { paths: [''], pattern: '${name}-${n}${ending}', startAt: 1, digits: 2, taken: 'both' },
  sentence: ({ paths, pattern, taken }) =>
    say`Renames ${listParts('paths', paths, 'path')} to ${partOf('pattern', pattern, 'text')}${takenClause(taken)}.`,
  lint: ({ paths }, bench, table) => lintPaths(paths, bench, table),
  mayCause: ({ paths, pattern }) =>
    paths.map((path) => ({ kind: 'file-appears' as const, folder: folderOf(path), name: pattern })),
  byHand: ({ paths, pattern }, bench, table) => times(countMeant(paths, bench, table), together(find, typed(pattern))),
  perform({ paths, pattern, startAt, digits, taken }, bench, context) {
    const files = filesMeant(paths, bench, context.values)
    if (!files.ok) return failed(files.issues)
    const names = namesFor(bench, context.values)
    const moment = momentValues(context.nowMs)
    const wanted: { from: string; to: string }[] = []
    for (const [i, from] of files.value.entries()) {
      const [stem, ending] = kindAt(bench.files, from) === 'file' ? partsOfName(lastPart(from)) : [lastPart(from), '']
      const n = String(startAt + i).padStart(digits, '0')
      const values = { ...moment, ...names.values, name: stem, ending, n }
      const name = expandVariables(pattern, values, names.broken)
      if (!name.ok) return failed(name.issues)
      if (!isName(name.value)) return failed([stepIssue({ code: 'name-refused', name: name.value }, 'pattern')])
      wanted.push({ from, to: pathIn(folderOf(from), name.value) })
    }
    const settled = settleNames('move', wanted, taken, bench, context)
    if (settled.kind === 'asks') return settled
    const inOrder = settleOrder(settled.going, (path) => kindAt(bench.files, path) !== undefined)
    const changes = transfer('move', inOrder, bench, context.nowMs)
    if (!changes.ok) return failed(changes.issues)
    const note =
      files.value.length === 0
        ? `Nothing fits ${pathsInWords(paths)}, so nothing was renamed.`
        : `${countOf(settled.going.length, 'file')} renamed.`
    return { kind: 'done', changes: changes.value, note }
  },
})

/** `veil-1` and `.exposure`; a dot at the beginning is part of the name. */
function partsOfName(name: string): [stem: string, ending: string] {
  const at = name.lastIndexOf('.')
  return at > 0 ? [name.slice(0, at), name.slice(at)] : [name, '']
}

function isName(name: string): boolean {
  return name !== '' && name !== '.' && name !== '..' && !/[/\0]/.test(name)
}

/**
 * Names that some of them leave for others are free only after those have gone: each goes after the one in its way, and
 * where they go round in a circle, one steps aside first.
 */
function settleOrder(going: readonly Destination[], isTaken: (path: string) => boolean): Destination[] {
  const byFrom = new Map(going.map((entry) => [entry.from, entry]))
  const done = new Set<string>()
  const ordered: Destination[] = []
  const aside: Destination[] = []
  const visit = (entry: Destination, path: Set<string>): void => {
    if (done.has(entry.from)) return
    path.add(entry.from)
    const inWay = byFrom.get(entry.to)
    if (inWay && !done.has(inWay.from)) {
      if (path.has(inWay.from)) {
        const between = freeName(`${inWay.from}~`, isTaken)
        ordered.push({ from: inWay.from, to: between })
        aside.push({ from: between, to: inWay.to })
        done.add(inWay.from)
      } else visit(inWay, path)
    }
    if (!done.has(entry.from)) {
      done.add(entry.from)
      ordered.push(entry)
    }
  }
  for (const entry of going) visit(entry, new Set())
  return [...ordered, ...aside]
}
