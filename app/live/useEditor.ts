import { useEventListener } from '@vueuse/core'
import { computed, nextTick, reactive, ref, useTemplateRef, watch } from 'vue'
import { canonicalJson } from '~~/core/bench'
import { ApiRefusal } from './callApi'
import { sameOr } from './sameOr'
import { useKept } from './useKept'
import { useNotices } from './useNotices'
import { useUndo } from './useUndo'

/** What is wrong with a field, by its dotted path in what is saved. */
export interface FieldIssue {
  readonly path: string
  readonly message: string
}

/** What is being edited, and from which version of it. */
export interface KeptEdit<D> {
  readonly baseVersion: number
  draft: D
}

export interface EditorOptions<T extends { readonly version?: number }, D extends object> {
  /** Under this the browser keeps the draft until it is saved or thrown away. */
  readonly key: string
  /** What is edited, as it stands; undefined for something that is not there yet. */
  readonly subject: () => T | undefined
  readonly begun: (subject: T | undefined) => D
  readonly issuesOf: (draft: D) => readonly FieldIssue[]
  readonly save: (draft: D, baseVersion: number) => Promise<T>
  /** It is saved, and nothing is kept of it any more. */
  readonly saved: (saved: T) => void
}

/**
 * One form for one thing: a draft that survives views and reloads, issues at their fields, saving from the version it
 * was begun from, and what to do when it was edited elsewhere meanwhile. `Ctrl+S` saves. The form is the element with
 * the template ref `form`.
 */
export function useEditor<T extends { readonly version?: number }, D extends object>(options: EditorOptions<T, D>) {
  const notices = useNotices()
  const { undo } = useUndo()
  const form = useTemplateRef<HTMLElement>('form')
  const begunNow = (subject = options.subject()): KeptEdit<D> => ({
    baseVersion: versionOf(subject),
    draft: options.begun(subject),
  })
  let began = begunNow()
  const { kept, isTouched, wasRestored, restart, forget } = useKept<KeptEdit<D>>(options.key, began)
  /** What is shown was typed before the form was opened. */
  const isFromBefore = ref(wasRestored)
  const wasTried = ref(false)
  const isSaving = ref(false)
  const refused = ref<readonly FieldIssue[]>([])
  const refusal = ref('')
  // The same ones as long as they say the same, so that fields do not follow each key that is typed into another.
  const issues = computed<readonly FieldIssue[]>((before) => sameOr(before, options.issuesOf(kept.value.draft)))
  const isOvertaken = computed(() => isTouched.value && kept.value.baseVersion !== versionOf(options.subject()))

  function begin(from: KeptEdit<D>, to: KeptEdit<D> = from): void {
    began = from
    restart(from, to)
    isFromBefore.value = false
    refused.value = []
    refusal.value = ''
  }

  // What was edited elsewhere is taken over where nothing was typed here, or nothing that matters there has changed.
  watch(options.subject, (now) => {
    const next = begunNow(now)
    const isSame = (draft: D) => canonicalJson(next.draft) === canonicalJson(draft)
    if (!isTouched.value || isSame(kept.value.draft)) begin(next)
    else if (isSame(began.draft)) begin(next, { ...next, draft: kept.value.draft })
  })

  /** What is wrong with a field: where it is filled in at once, where it is empty once saving was tried. */
  function issueOf(path: string): string | undefined {
    const own = issues.value.find((issue) => issue.path === path)
    if (own && (wasTried.value || !isEmptyAt(kept.value.draft, path))) return own.message
    return refused.value.find((issue) => issue.path === path)?.message
  }

  /** The same for a field and all that is in it. */
  function issueIn(path: string): string | undefined {
    const isIn = (issue: FieldIssue) => issue.path === path || issue.path.startsWith(`${path}.`)
    return (wasTried.value ? issues.value.find(isIn) : undefined)?.message ?? refused.value.find(isIn)?.message
  }

  async function save(): Promise<void> {
    wasTried.value = true
    refused.value = []
    refusal.value = ''
    if (isSaving.value) return
    if (isOvertaken.value) {
      // Nothing is saved before it is chosen which of the two it shall be.
      document.querySelector<HTMLElement>('.overtaken button')?.focus()
      return
    }
    if (issues.value.length > 0) {
      await nextTick()
      form.value?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
      return
    }
    isSaving.value = true
    try {
      const saved = await options.save(kept.value.draft, kept.value.baseVersion)
      wasTried.value = false
      begin(options.subject() === undefined ? begunNow(undefined) : begunNow(saved))
      options.saved(saved)
    } catch (error) {
      if (!(error instanceof ApiRefusal)) throw error
      refused.value = error.issues
      refusal.value = error.message
    } finally {
      isSaving.value = false
    }
  }

  /** Does what takes it away, and says so with the way back. Whether it was done. */
  async function remove(work: () => Promise<unknown>, said: string): Promise<boolean> {
    const done = await notices.attempt(work)
    if (done === undefined) return false
    forget()
    notices.say(said, { label: 'Undo', act: undo })
    return true
  }

  useEventListener(window, 'keydown', (event) => {
    if (!event.ctrlKey || event.altKey || event.shiftKey || event.key.toLowerCase() !== 's') return
    event.preventDefault()
    void save()
  })

  return reactive({
    isNew: options.subject() === undefined,
    draft: computed({
      get: () => kept.value.draft,
      set: (draft) => {
        kept.value = { ...kept.value, draft }
      },
    }),
    isTouched,
    isOvertaken,
    isSaving,
    isFromBefore,
    wasTried,
    refusal,
    issues,
    issueOf,
    issueIn,
    save,
    remove,
    forget,
    alter: (part: Partial<D>) => {
      kept.value = { ...kept.value, draft: { ...kept.value.draft, ...part } }
    },
    discard: () => begin(begunNow()),
    takeTheirs: () => begin(begunNow()),
    keepMine: () => begin(begunNow(), { baseVersion: versionOf(options.subject()), draft: kept.value.draft }),
  })
}

/** What the row of buttons of a form needs to know of its editor. */
export type Editor = Pick<
  ReturnType<typeof useEditor>,
  | 'isNew'
  | 'isTouched'
  | 'isFromBefore'
  | 'isOvertaken'
  | 'isSaving'
  | 'refusal'
  | 'save'
  | 'discard'
  | 'takeTheirs'
  | 'keepMine'
>

/** 0 for what is not there yet; what never had a version has the first. */
function versionOf(subject: { readonly version?: number } | undefined): number {
  return subject === undefined ? 0 : (subject.version ?? 1)
}

function isEmptyAt(draft: object, path: string): boolean {
  let value: unknown = draft
  for (const part of path.split('.')) {
    if (value === null || typeof value !== 'object' || !Object.hasOwn(value, part)) return true
    value = (value as Record<string, unknown>)[part]
  }
  return value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0)
}
