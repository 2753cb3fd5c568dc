import { z } from 'zod'
import { slot } from '../../phrases'
import { benchIssue, freeName, folderOf, globToRegExp, kindAt, namesIn, pathIn } from '../../bench'
import type { BenchState, Change } from '../../bench'
import { countOf } from '../../names'
import { expandVariables } from '../../command'
import { together, times, find, choose } from '../byHand'
import { defineStep } from '../defineStep'
import { failed } from '../effect'
import { namesFor } from '../namesFor'
import { requiredTemplate } from '../fields'
import { makeFolders } from '../fileWork'
import { stepIssue } from '../issues'
import { listParts, say } from '../../sentence'

export const restoreFiles = defineStep({
  kind: 'files.restore',
  label: 'Take files out of the bin',
  help: 'By name or pattern, to where each lay before; a folder that is gone is made again.',
  nature: 'place',
  phrases: [
    { say: 'take {pattern} files out of [the] bin', gives: { names: [slot('pattern')] } },
    { say: 'take everything|all out of [the] bin', gives: { names: ['*'] } },
    { say: 'restore|undelete [everything|all|the] [files] [from|out] [of] [the] [bin]', gives: { names: ['*'] } },
  ],
  fields: {
    names: z.array(requiredTemplate('Give a name, or a pattern such as *.')).min(1, 'Say which files.').max(1000),
  },
  fresh: { names: ['*'] },
  sentence: ({ names }) => say`Takes ${listParts('names', names, 'text')} out of the bin.`,
  byHand: ({ names }) => together(find, times(names.length, choose)),
  perform({ names }, bench, { values }) {
    const bin = bench.folders.bin
    if (bin === undefined || kindAt(bench.files, bin) !== 'folder') return failed([benchIssue({ code: 'no-bin' })])
    const known = namesFor(bench, values)
    const lying = namesIn(bench.files, bin).flatMap(([name, { binnedFrom }]) =>
      binnedFrom === undefined ? [] : [{ name, binnedFrom }],
    )
    const meant = new Map<string, string>()
    for (const [i, text] of names.entries()) {
      const expanded = expandVariables(text, known.values, known.broken)
      if (!expanded.ok) return failed(expanded.issues)
      const exact = lying.filter(({ name }) => name === expanded.value)
      const fits = exact.length > 0 ? exact : lying.filter(({ name }) => globToRegExp(expanded.value).test(name))
      if (fits.length === 0 && !/[*?]/.test(expanded.value))
        return failed([stepIssue({ code: 'not-in-bin', name: expanded.value }, `names.${i}`)])
      for (const { name, binnedFrom } of fits) meant.set(name, binnedFrom)
    }
    const changes = restoring([...meant], bin, bench)
    if (!changes.ok) return failed(changes.issues)
    const note =
      meant.size === 0
        ? 'There was nothing to take out of the bin.'
        : `${countOf(meant.size, 'thing')} taken out of the bin.`
    return { kind: 'done', changes: changes.value, note }
  },
})

function restoring(meant: readonly [name: string, from: string][], bin: string, bench: BenchState) {
  const changes: Change[] = []
  const promised = new Set<string>()
  const isTaken = (path: string) => promised.has(path) || kindAt(bench.files, path) !== undefined
  for (const [name, home] of meant) {
    const folders = makeFolders(folderOf(home), bench)
    if (!folders.ok) return folders
    for (const change of folders.value) {
      if (change.kind !== 'file.put' || promised.has(change.path)) continue
      promised.add(change.path)
      changes.push(change)
    }
    const to = freeName(home, isTaken)
    promised.add(to)
    changes.push({ kind: 'file.move', from: pathIn(bin, name), to })
  }
  return { ok: true as const, value: changes }
}
