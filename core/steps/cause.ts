/**
 * Something that a step may bring about and that levers can wait for, whatever the bench: told from what the step says,
 * not from what it would come to.
 */
export type Cause =
  | { readonly kind: 'program-starts' | 'program-ends' | 'front-changes'; readonly programId: string }
  | { readonly kind: 'frame-on'; readonly frameId: string }
  /** Into a folder, under a name that may be a pattern; both as texts that are still to be filled in. */
  | { readonly kind: 'file-appears'; readonly folder: string; readonly name: string }

/** Programs that are opened, each of which comes to the front. */
export function openedPrograms(...programIds: readonly string[]): Cause[] {
  return programIds.flatMap((programId): Cause[] => [
    { kind: 'program-starts', programId },
    { kind: 'front-changes', programId },
  ])
}
