import type { Program } from '~~/core/bench'
import type { Positional, ProgramOption, ValueSource } from '~~/core/command'

/** A program of a user's own, before anything is said of it. */
export function emptyProgram(): Program {
  return {
    id: '',
    name: '',
    executable: '/opt/harrow/',
    categories: [],
    icon: 'app-window',
    instances: 'multi',
    whenRunning: 'comes-to-front',
    opens: [],
    claims: [],
    arguments: {
      options: [],
      positionals: [{ kind: 'file', role: 'file' }],
      order: [],
      onUnknown: 'ignored',
      onMissingFile: 'error-window',
    },
  }
}

export const emptyOption = (): ProgramOption => ({
  names: ['--'],
  value: 'none',
  joiners: [],
  effect: { kind: 'setting' },
  help: '',
})
export const emptyPositional = (): Positional => ({ kind: 'file', role: 'file' })

/** An id that no program has yet, from a name. */
export function idFrom(name: string, taken: Readonly<Record<string, unknown>>): string {
  const base =
    name
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'program'
  let id = base
  for (let n = 2; taken[id]; n++) id = `${base}-${n}`
  return id
}

/** A list as people type it, with commas between. */
export const joinList = (items: readonly string[] | undefined) => (items ?? []).join(', ')
export const splitList = (text: string) =>
  text
    .split(',')
    .map((item) => item.trim())
    .filter(Boolean)

/**
 * Where values come from, as one line: `list of profiles`, `folders below ${captures}`, `*.log below ${logs}`; nothing
 * for anything typed.
 */
export function writeSource(source: ValueSource | undefined): string {
  if (!source) return ''
  switch (source.kind) {
    case 'reported':
      return `list ${source.list}`
    case 'folders':
      return `folders below ${source.below}`
    case 'files':
      return `${source.pattern} below ${source.below}`
  }
}

/** Reads such a line; undefined where it says nothing that is known. */
export function readSource(text: string): ValueSource | undefined {
  const list = /^list\s+(?:of\s+)?(.+)$/i.exec(text.trim())
  if (list) return { kind: 'reported', list: list[1]! }
  const below = /^(.+?)\s+below\s+(.+)$/i.exec(text.trim())
  if (!below) return undefined
  return below[1]!.toLowerCase() === 'folders'
    ? { kind: 'folders', below: below[2]! }
    : { kind: 'files', pattern: below[1]!, below: below[2]! }
}

/** Reported lists, one a line: `profiles: p1 = Watch, p4 = Office`. */
export function writeReports(reports: Program['reports']): string {
  return Object.entries(reports ?? {})
    .map(([list, entries]) => `${list}: ${entries.map(({ id, name }) => `${id} = ${name}`).join(', ')}`)
    .join('\n')
}

export function readReports(text: string): Program['reports'] {
  const lists = text.split('\n').flatMap((line): [string, { id: string; name: string }[]][] => {
    const [list, entries] = [line.slice(0, line.indexOf(':')).trim(), line.slice(line.indexOf(':') + 1)]
    if (!line.includes(':') || list === '') return []
    return [
      [
        list,
        splitList(entries)
          .map((entry) => {
            const [id = '', name] = entry.split('=').map((part) => part.trim())
            return { id, name: name ?? id }
          })
          .filter((entry) => entry.id !== ''),
      ],
    ]
  })
  return lists.length > 0 ? Object.fromEntries(lists) : undefined
}
