import { everyFile } from '~~/core/bench'
import type { BenchState } from '~~/core/bench'
import type { Frame, Lever } from '~~/core/levers'
import type { SearchEntry } from '~~/core/search'
import { describeSteps } from '~~/core/steps'

/** One line of the launcher: what it is, and what Enter does with it. */
export type LauncherEntry = SearchEntry & { readonly act: string } & (
    | { readonly kind: 'lever'; readonly lever: Lever; readonly off: boolean }
    | { readonly kind: 'program'; readonly programId: string; readonly icon: string }
    | { readonly kind: 'folder' | 'address'; readonly place: string }
  )

/** Everything the launcher can find, levers first. */
export function launcherEntries(
  levers: readonly Lever[],
  frames: readonly Frame[],
  bench: BenchState,
): LauncherEntry[] {
  const framesOn = new Set(frames.filter((frame) => frame.on).map((frame) => frame.id))
  const variableOf = new Map(Object.entries(bench.folders).map(([name, path]) => [path, name]))
  const folders = [...everyFile(bench.files)].flatMap(([path, { kind }]) =>
    kind === 'folder' && path !== '/' ? [path] : [],
  )
  return [
    ...levers.map((lever) => ({
      kind: 'lever' as const,
      id: `lever:${lever.id}`,
      name: lever.name,
      aliases: [...lever.aliases, String(lever.plate)],
      detail: describeSteps(lever.steps, bench),
      lever,
      off: !lever.enabled || !framesOn.has(lever.frameId),
      act: 'pull',
    })),
    ...Object.values(bench.programs).map((program) => ({
      kind: 'program' as const,
      id: `program:${program.id}`,
      name: program.name,
      detail: program.executable,
      programId: program.id,
      icon: program.icon,
      act: 'open',
      weight: 1,
    })),
    ...folders.map((path) => ({
      kind: 'folder' as const,
      id: `folder:${path}`,
      name: path.split('/').at(-1)!,
      aliases: variableOf.has(path) ? [variableOf.get(path)!] : [],
      detail: path,
      place: path,
      act: 'open',
      weight: 2,
    })),
    ...bench.addresses.map(({ name, address }) => ({
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
