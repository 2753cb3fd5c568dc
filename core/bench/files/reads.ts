/**
 * Which files a piece of work looks at, so that it need not be done again before one of them changes. Whoever reads
 * files says so here; nobody else has to know of it.
 */
export type FileRead =
  /** Whether a file, a folder or nothing stands at a path. */
  | { readonly what: 'kind'; readonly path: string }
  /** What stands at a path, with all that is in it. */
  | { readonly what: 'entry'; readonly path: string }
  | { readonly what: 'all' }

let watching: FileRead[] | undefined

export function noteFileRead(read: FileRead): void {
  watching?.push(read)
}

/** Does the work and tells which files it has looked at; within another such work that one is told too. */
export function watchFileReads<T>(work: () => T): { readonly value: T; readonly reads: readonly FileRead[] } {
  const outer = watching
  const reads: FileRead[] = []
  watching = reads
  try {
    return { value: work(), reads }
  } finally {
    watching = outer
    if (outer) for (const read of reads) outer.push(read)
  }
}
