import { everyFile } from '~~/core/bench'
import type { BenchState } from '~~/core/bench'
import type { Lever } from '~~/core/levers'
import type { SearchEntry } from '~~/core/search'
import { describeSteps } from '~~/core/steps'
import type { Names } from '~~/core/steps'

/** One line of the launcher: what it is, and what Enter does with it. */
export type LauncherEntry = SearchEntry & { readonly act: string } & (
    | { readonly kind: 'lever'; readonly lever: Lever }
    | { readonly kind: 'program'; readonly programId: string; readonly icon: string }
    | { readonly kind: 'folder' | 'address'; readonly place: string }
  )

/** A lever as the launcher finds it. */
export function leverEntry(lever: Lever, names: Names): LauncherEntry {
  return {
    kind: 'lever',
    id: `lever:${lever.id}`,
    name: lever.name,
    aliases: [...lever.aliases, String(lever.plate)],
    detail: describeSteps(lever.steps, names),
    lever,
    act: 'pull',
  }
}

/** All else the launcher can find: programs, folders, addresses. */
export function benchEntries({
  programs,
  files,
  folders,
  addresses,
}: Pick<BenchState, 'programs' | 'files' | 'folders' | 'addresses'>): LauncherEntry[] {
  const variableOf = new Map(Object.entries(folders).map(([name, path]) => [path, name]))
  const places = [...everyFile(files)].flatMap(([path, { kind }]) => (kind === 'folder' && path !== '/' ? [path] : []))
  return [
    ...Object.values(programs).map((program) => ({
      kind: 'program' as const,
      id: `program:${program.id}`,
      name: program.name,
      detail: program.executable,
      programId: program.id,
      icon: program.icon,
      act: 'open',
      weight: 1,
    })),
    ...places.map((path) => ({
      kind: 'folder' as const,
      id: `folder:${path}`,
      name: path.split('/').at(-1)!,
      aliases: variableOf.has(path) ? [variableOf.get(path)!] : [],
      detail: path,
      place: path,
      act: 'open',
      weight: 2,
    })),
    ...addresses.map(({ name, address }) => ({
      kind: 'address' as const,
      id: `address:${address}`,
      name,
      detail: address,
      place: address,
      act: 'open',
      weight: 2,
    })),
  ]
}
