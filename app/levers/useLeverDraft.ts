import { useSessionStorage } from '@vueuse/core'
import { computed } from 'vue'
import { leverDraftSchema } from '~~/core/levers'
import type { Frame, Lever, LeverDraft } from '~~/core/levers'
import type { ApiIssue } from '~~/contract'

/** What is being edited, and from which version of the lever; kept by the browser until it is saved or thrown away. */
export interface KeptDraft { readonly baseVersion: number, draft: LeverDraft }

/** A short id for a part of a draft, unique enough within one lever. */
export function partId(): string {
  return crypto.randomUUID().replaceAll('-', '').slice(0, 10)
}

export function emptyDraft(frames: readonly Frame[]): LeverDraft {
  return {
    frameId: frames[0]?.id ?? '', name: '', aliases: [], triggers: [], scope: { kind: 'everywhere' }, enabled: true, whileRunning: 'ignore',
    steps: [{ id: partId(), kind: 'program.open', programId: '', args: [], onFailure: 'stop' }],
  }
}

export function draftOf(lever: Lever): LeverDraft {
  const { id: _id, plate: _plate, version: _version, ...draft } = structuredClone(lever)
  return draft
}

/** The draft of one lever (`new` for one that is not there yet), as the browser keeps it across views and reloads. */
export function useLeverDraft(id: string, lever: Lever | undefined, frames: readonly Frame[]) {
  const fresh = (): KeptDraft => ({ baseVersion: lever?.version ?? 0, draft: lever ? draftOf(lever) : emptyDraft(frames) })
  const untouched = JSON.stringify(fresh().draft)
  const kept = useSessionStorage<KeptDraft>(`keen-lever.draft.${id}`, fresh(), { listenToStorageChanges: false, writeDefaults: false })
  const isTouched = computed(() => JSON.stringify(kept.value.draft) !== untouched)
  const wasRestored = isTouched.value
  if (!wasRestored) kept.value = fresh()

  /** Issues by the dotted path of their field. */
  const issues = computed<ApiIssue[]>(() => {
    const parsed = leverDraftSchema.safeParse(kept.value.draft)
    if (parsed.success) return []
    return parsed.error.issues.map(issue => ({ code: issue.code, path: issue.path.map(String).join('.'), message: plainMessage(issue.path, issue.message) }))
  })

  function forget(): void {
    kept.value = null as unknown as KeptDraft
  }

  return { kept, isTouched, wasRestored, issues, forget }
}

/** An id that was not chosen yet is an empty field to the user. */
function plainMessage(path: readonly PropertyKey[], message: string): string {
  if (path.at(-1) === 'programId') return 'Choose a program.'
  return path.at(-1) === 'frameId' ? 'Choose a frame.' : message
}
