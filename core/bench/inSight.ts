import { everyFile, fileTree, namesIn, nodeAt, saidOf } from './files'
import type { BenchFile } from './files'
import { absolutePath, pathIn } from './paths'
import type { BenchState } from './schema'

/** A bench with more files and folders than these can be shown before all of them are there. */
export const MANY_FILES = 2000

/**
 * The bench with the files that are to be seen on it: what its windows show, folders with all that stands right in
 * them, known folders, and the files of programs. The same bench where it has few.
 */
export function benchInSight(bench: BenchState, many = MANY_FILES): BenchState {
  if (!hasMore(bench, many)) return bench
  const table: Record<string, BenchFile> = { '/': saidOf(bench.files) }
  const put = (written: string) => {
    const path = absolutePath(written, '/')
    for (let end = path.indexOf('/', 1); end >= 0; end = path.indexOf('/', end + 1)) putOne(path.slice(0, end))
    putOne(path)
  }
  const putOne = (path: string) => {
    const node = nodeAt(bench.files, path)
    if (node) table[path] = saidOf(node)
  }
  for (const { executable } of Object.values(bench.programs)) put(executable)
  for (const path of Object.values(bench.folders)) put(path)
  for (const { content } of Object.values(bench.windows)) {
    for (const { path } of content.documents) {
      if (!path.startsWith('/')) continue
      put(path)
      const folder = absolutePath(path, '/')
      for (const [name, node] of namesIn(bench.files, folder)) table[pathIn(folder, name)] = saidOf(node)
    }
  }
  return { ...bench, files: fileTree(table) }
}

function hasMore({ files }: BenchState, many: number): boolean {
  let count = 0
  for (const _file of everyFile(files)) if ((count += 1) > many) return true
  return false
}
