import { pathsThatDiffer, watchFileReads } from '../bench'
import type { BenchState } from '../bench'

/** What a judgement has looked at of the bench, as keys; `changedKeys` tells which of them a change has touched. */

/** Records whose entries are looked at one by one. */
const BY_ID = ['programs', 'devices', 'windows'] as const
type ById = (typeof BY_ID)[number]
const isById = (name: PropertyKey): name is ById => (BY_ID as readonly PropertyKey[]).includes(name)

/** Does the work on a bench, and tells the keys of all that it looked at there. */
export function watchBench<T>(bench: BenchState, work: (bench: BenchState) => T): { value: T; keys: Set<string> } {
  const keys = new Set<string>()
  const records = new Map<ById, object>()
  const watched = new Proxy(bench, {
    get(state, name) {
      if (isById(name)) {
        let record = records.get(name)
        if (!record) records.set(name, (record = watchedRecord(state[name], name, keys)))
        return record
      }
      // Files tell by themselves what is looked at.
      if (name !== 'files' && typeof name === 'string') keys.add(name)
      return Reflect.get(state, name) as unknown
    },
  })
  const { value, reads } = watchFileReads(() => work(watched))
  for (const read of reads) keys.add(read.what === 'all' ? 'files' : `${read.what} ${read.path}`)
  return { value, keys }
}

function watchedRecord(record: Readonly<Record<string, unknown>>, of: ById, keys: Set<string>): object {
  const look = (name: PropertyKey) => typeof name === 'string' && keys.add(`${of} ${name}`)
  return new Proxy(record, {
    get(all, name) {
      look(name)
      return Reflect.get(all, name) as unknown
    },
    has(all, name) {
      look(name)
      return Reflect.has(all, name)
    },
    getOwnPropertyDescriptor(all, name) {
      look(name)
      return Reflect.getOwnPropertyDescriptor(all, name)
    },
    ownKeys(all) {
      keys.add(`${of}`)
      return Reflect.ownKeys(all)
    },
  })
}

/** The keys of all that differs between two benches. */
export function changedKeys(before: BenchState, after: BenchState): Set<string> {
  const changed = new Set<string>()
  if (before === after) return changed
  for (const name of new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof BenchState>) {
    if (before[name] === after[name]) continue
    if (name === 'files') addFiles(before, after, changed)
    else if (isById(name)) addRecord(before[name], after[name], name, changed)
    else changed.add(name)
  }
  return changed
}

type AnyRecord = Readonly<Record<string, unknown>>

function addRecord(before: AnyRecord, after: AnyRecord, of: ById, changed: Set<string>): void {
  for (const id of Object.keys({ ...before, ...after })) {
    if (before[id] === after[id] && Object.hasOwn(before, id) === Object.hasOwn(after, id)) continue
    changed.add(`${of} ${id}`)
    if (Object.hasOwn(before, id) !== Object.hasOwn(after, id)) changed.add(of)
  }
  // Their order is looked at by whoever goes through all of them.
  if (!changed.has(of) && Object.keys(before).join(' ') !== Object.keys(after).join(' ')) changed.add(of)
}

function addFiles(before: BenchState, after: BenchState, changed: Set<string>): void {
  changed.add('files')
  for (const path of pathsThatDiffer(before.files, after.files)) {
    changed.add(`kind ${path}`)
    // A folder differs with all that is in it.
    for (let at = path; at !== ''; at = at.slice(0, at.lastIndexOf('/'))) changed.add(`entry ${at}`)
    changed.add('entry /')
  }
}
