import { defineStore } from 'pinia'
import { createIndex, TIERS } from '~~/core/search'
import type { SearchIndex } from '~~/core/search'
import { useMirror } from '~/live/useMirror'
import { benchEntries, leverEntry } from './launcherEntries'
import type { LauncherEntry } from './launcherEntries'

/**
 * All that the launcher can find: levers and the rest, each in an index of its own, so that an edit alters one entry
 * and
 * a file that is moved does not touch the levers. Made when it is first asked for.
 */
export const useLauncherIndex = defineStore('launcher-index', () => {
  const mirror = useMirror()
  let levers: { revision: number; of: unknown; index: SearchIndex<LauncherEntry> } | undefined
  let rest: { of: readonly unknown[]; index: SearchIndex<LauncherEntry> } | undefined

  function leversNow(): SearchIndex<LauncherEntry> {
    const { programs } = mirror.bench
    const revision = mirror.leverRevision
    // Sentences name programs, devices and frames; those that are renamed are seldom.
    const delta = levers?.of === programs ? mirror.leversSince(levers.revision) : undefined
    if (!levers || !delta) {
      const index = createIndex(mirror.levers.map((lever) => leverEntry(lever, mirror.names)))
      levers = { revision, of: programs, index }
    } else {
      for (const id of delta.removed) levers.index.remove(`lever:${id}`)
      for (const lever of delta.changed) levers.index.put(leverEntry(lever, mirror.names))
      levers.revision = revision
    }
    return levers.index
  }

  function restNow(): SearchIndex<LauncherEntry> {
    const { programs, files, folders, addresses } = mirror.bench
    const of = [programs, files, folders, addresses]
    if (!rest?.of.every((part, i) => part === of[i])) rest = { of, index: createIndex(benchEntries(mirror.bench)) }
    return rest!.index
  }

  /** The best hits of both, best first; levers come first among equals. */
  function search(query: string, limit: number): LauncherEntry[] {
    const hits = [...leversNow().search(query, { limit }), ...restNow().search(query, { limit })]
    const inOrder = query.trim() === '' ? hits : hits.toSorted((a, b) => TIERS.indexOf(a.tier) - TIERS.indexOf(b.tier))
    return inOrder.slice(0, limit).map((hit) => hit.entry)
  }

  return { search }
})
