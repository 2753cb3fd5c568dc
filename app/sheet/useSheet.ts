import { computed, nextTick, ref } from 'vue'
import type { Ref } from 'vue'
import type { Result } from '~~/core/result'
import {
  applyEdit,
  checkSize,
  duplicateRows,
  indentRows,
  insertSteps,
  invertEdit,
  moveRows,
  outdentRows,
  outermost,
  pathAt,
  pathsById,
  readSteps,
  removeRows,
  replaceStep,
  rowsOf,
  shiftRows,
  spotOf,
  stepAt,
  switchRows,
  wrapRows,
  writeSteps,
} from '~~/core/sheets'
import type { Row, SheetEdit, Spot } from '~~/core/sheets'
import { childrenOf, everyStep } from '~~/core/steps'
import type { Step } from '~~/core/steps'
import { useNotices } from '~/live/useNotices'

const MOST_UNDONE = 200
/** Typing in one field of one step is one act of undo. */
const SAME_ACT_MS = 1500

interface Act {
  readonly inverse: SheetEdit
  /** What was altered, where the next alteration of the same is part of it. */
  readonly of?: string
  readonly atMs: number
}

/** A sheet that is being written: its rows, what is selected and marked in it, what is folded, and the way back. */
export function useSheet(steps: Ref<Step[]>) {
  const notices = useNotices()
  const folded = ref<ReadonlySet<string>>(new Set())
  /** The row at hand, by its key; rows of other lists than steps can be at hand, too. */
  const atKey = ref<string>()
  const markedIds = ref<ReadonlySet<string>>(new Set())
  const done = ref<Act[]>([])
  const undone = ref<Act[]>([])

  const rows = computed(() => rowsOf(steps.value, folded.value))
  const places = computed(() => new Map(rows.value.map((row, i) => [row.key, i])))
  const at = computed<Row | undefined>(() => rows.value[places.value.get(atKey.value ?? '') ?? -1])
  /** The rows that an act is about: those that are marked, else the one at hand. */
  const chosenPaths = computed<string[]>(() => {
    if (markedIds.value.size > 0) {
      return rows.value.flatMap((row) => (row.kind === 'step' && markedIds.value.has(row.key) ? [row.path] : []))
    }
    return at.value?.kind === 'step' ? [at.value.path] : []
  })

  function nextId(): string {
    const taken = new Set([...everyStep(steps.value)].map(({ step }) => step.id))
    for (let n = taken.size + 1; ; n++) {
      const id = `s${n}`
      if (!taken.has(id) && !given.has(id)) {
        given.add(id)
        return id
      }
    }
  }
  /** Ids that were given since, also to steps that are gone again. */
  const given = new Set<string>()

  function apply(edit: SheetEdit, of?: string): boolean {
    if (edit.length === 0) return false
    const after = applyEdit(steps.value, edit)
    const size = checkSize(after)
    if (!size.ok) {
      notices.show({ text: size.issues[0]!.message, tone: 'fault' })
      return false
    }
    const atMs = Date.now()
    const last = done.value.at(-1)
    const goesOn = of !== undefined && last?.of === of && atMs - last.atMs < SAME_ACT_MS
    const inverse = invertEdit(steps.value, edit)
    done.value = goesOn
      ? [...done.value.slice(0, -1), { inverse: last.inverse, of, atMs }]
      : [...done.value.slice(-MOST_UNDONE), { inverse, of, atMs }]
    undone.value = []
    steps.value = after
    return true
  }

  function turn(from: typeof done, to: typeof done): void {
    const act = from.value.at(-1)
    if (!act) return
    from.value = from.value.slice(0, -1)
    try {
      const inverse = invertEdit(steps.value, act.inverse)
      steps.value = applyEdit(steps.value, act.inverse)
      to.value = [...to.value, { inverse, atMs: Date.now() }]
    } catch {
      // The sheet was altered past this, by a form or another tab: there is no way back to before that.
      from.value = []
    }
  }

  function attempt(planned: Result<SheetEdit>): boolean {
    if (planned.ok) return apply(planned.value)
    notices.show({ text: planned.issues[0]!.message, tone: 'fault' })
    return false
  }

  /** Keeps what is at hand and marked where it goes; ids stay the same through any move. */
  function act(planned: Result<SheetEdit>): void {
    attempt(planned)
  }

  function select(key: string | undefined, mark: 'only' | 'add' | 'range' = 'only'): void {
    if (mark === 'only') markedIds.value = new Set()
    else if (key !== undefined) {
      const before = at.value?.kind === 'step' && markedIds.value.size === 0 ? [at.value.key] : []
      const marked = new Set([...markedIds.value, ...before])
      if (mark === 'add') {
        if (markedIds.value.has(key)) marked.delete(key)
        else marked.add(key)
      } else {
        const [from, to] = [places.value.get(atKey.value ?? '') ?? 0, places.value.get(key) ?? 0]
        for (let i = Math.min(from, to); i <= Math.max(from, to); i++) {
          const row = rows.value[i]
          if (row?.kind === 'step' && !row.path.endsWith('.alternative')) marked.add(row.key)
        }
      }
      markedIds.value = marked
    }
    atKey.value = key
  }

  function go(by: number, mark: 'only' | 'range' = 'only'): void {
    const now = places.value.get(atKey.value ?? '') ?? (by > 0 ? -1 : rows.value.length)
    const row = rows.value[Math.max(0, Math.min(rows.value.length - 1, now + by))]
    if (row) select(row.key, mark)
  }

  function fold(key: string, isFolded = !folded.value.has(key)): void {
    const after = new Set(folded.value)
    if (isFolded) after.add(key)
    else after.delete(key)
    folded.value = after
  }

  /** Where a step goes that is typed at a row: into the list the row stands for, or right behind it. */
  function spotAfter(row: Row | undefined): Spot {
    if (!row) return { list: '', index: steps.value.length }
    if (row.kind === 'empty') return { list: row.list, index: 0 }
    if (row.kind === 'head' && row.list !== 'alternative') return { list: `${row.path}.${row.list}`, index: 0 }
    const [first] = row.kind === 'step' && !row.isFolded ? childrenOf(row.step) : []
    if (first) return { list: `${row.path}.${first.list}`, index: 0 }
    const spot = spotOf(row.path)
    return spot ? { ...spot, index: spot.index + 1 } : { list: '', index: steps.value.length }
  }

  function insert(added: readonly Step[], spot: Spot): void {
    if (!apply(insertSteps(spot, added))) return
    void nextTick(() => select(added.at(-1)?.id))
  }

  /** Other steps in place of all that stand there, as one act of undo. */
  function replaceAll(all: readonly Step[]): void {
    if (!apply([{ list: '', index: 0, removes: steps.value.length, inserts: all }])) return
    void nextTick(() => select(all[0]?.id))
  }

  function remove(): void {
    const paths = chosenPaths.value
    if (paths.length === 0) return
    const first =
      places.value.get(rows.value.find((row) => row.kind === 'step' && row.path === paths[0])?.key ?? '') ?? 0
    if (!apply(removeRows(steps.value, paths))) return
    void nextTick(() => select(rows.value[Math.min(first, rows.value.length - 1)]?.key))
  }

  /** The chosen rows as JSON. */
  function copied(): string | undefined {
    const paths = outermost(chosenPaths.value)
    return paths.length === 0 ? undefined : writeSteps(paths.map((path) => stepAt(steps.value, path)!))
  }

  function paste(text: string): void {
    const read = readSteps(text, nextId)
    if (!read.ok) return notices.show({ text: read.issues[0]!.message, tone: 'fault' })
    insert(read.value, spotAfter(at.value))
  }

  function replace(path: string, step: Step): void {
    apply(replaceStep(steps.value, path, step), `${step.id} ${step.kind}`)
  }

  return {
    rows,
    folded,
    at,
    atKey,
    markedIds,
    chosenPaths,
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
    nextId,
    apply,
    select,
    go,
    fold,
    spotAfter,
    insert,
    replaceAll,
    remove,
    copied,
    paste,
    replace,
    undo: () => turn(done, undone),
    redo: () => turn(undone, done),
    moveBy: (by: -1 | 1) => act(shiftRows(steps.value, chosenPaths.value, by)),
    indent: () => act(indentRows(steps.value, chosenPaths.value)),
    outdent: () => act(outdentRows(steps.value, chosenPaths.value)),
    moveTo: (paths: readonly string[], to: Spot) => act(moveRows(steps.value, paths, to)),
    duplicate: () => chosenPaths.value.length > 0 && apply(duplicateRows(steps.value, chosenPaths.value, nextId)),
    switchOff: () => apply(switchRows(steps.value, chosenPaths.value)),
    wrap: (block: Step) => {
      if (chosenPaths.value.length === 0) return
      if (apply(wrapRows(steps.value, chosenPaths.value, block))) select(block.id)
    },
    pathOf: (id: string) => pathsById(steps.value).get(id),
    pathAt,
  }
}

export type Sheet = ReturnType<typeof useSheet>
