import { STEP_KINDS } from '~~/core/steps'
import type { Sheet } from './useSheet'

/** What keys of a sheet come to beside the sheet itself. */
interface KeyActs {
  /** Whether it was pressed on the rows, and not in a field among them. */
  readonly isOwn: (event: KeyboardEvent) => boolean
  /** Begins a row behind the one at hand, with what was typed so far. */
  readonly insert: (letters?: string) => unknown
  readonly insertAtEnd: () => unknown
  /** Edits the row at hand in place. */
  readonly edit: () => void
  readonly try: () => void
  readonly rehearse: () => void
  readonly step: () => void
  readonly stepBack: () => void
  readonly pause: () => void
  readonly say: () => void
  readonly find: () => void
  readonly saveKit: () => void
}

const PAGE = 12

/** The keys of a sheet whose rows have the focus; letters begin a new row. */
export function useSheetKeys(sheet: Sheet, acts: KeyActs) {
  const rows = sheet.rows

  function wrapInGroup(): void {
    const group = STEP_KINDS.find(({ kind }) => kind === 'group')!
    sheet.wrap(group.fresh(sheet.nextId()))
  }

  function selectAll(): void {
    const outer = rows.value.filter(({ kind, depth }) => kind === 'step' && depth === 0)
    for (const [i, row] of outer.entries()) sheet.select(row.key, i === 0 ? 'only' : 'add')
  }

  const withControl: Record<string, () => unknown> = {
    a: selectAll,
    d: () => sheet.duplicate(),
    e: () => sheet.switchOff(),
    g: wrapInGroup,
    z: () => sheet.undo(),
    y: () => sheet.redo(),
    f: acts.find,
    enter: acts.try,
    f10: acts.stepBack,
    'shift+z': () => sheet.redo(),
    'shift+enter': acts.rehearse,
  }
  const withAlt: Record<string, () => unknown> = {
    ArrowUp: () => sheet.moveBy(-1),
    ArrowDown: () => sheet.moveBy(1),
    ArrowRight: () => sheet.indent(),
    ArrowLeft: () => sheet.outdent(),
  }
  const plain: Record<string, (isRange: boolean) => unknown> = {
    ArrowDown: (isRange) => {
      // Below the last row stands the empty one.
      if (!isRange && sheet.at.value === rows.value.at(-1)) acts.insertAtEnd()
      else sheet.go(1, isRange ? 'range' : 'only')
    },
    ArrowUp: (isRange) => sheet.go(-1, isRange ? 'range' : 'only'),
    Home: (isRange) => sheet.go(-rows.value.length, isRange ? 'range' : 'only'),
    End: (isRange) => sheet.go(rows.value.length, isRange ? 'range' : 'only'),
    PageDown: () => sheet.go(PAGE),
    PageUp: () => sheet.go(-PAGE),
    ArrowLeft: () => fold(true),
    ArrowRight: () => fold(false),
    ' ': () => sheet.at.value && sheet.select(sheet.at.value.key, 'add'),
    Delete: () => sheet.remove(),
    Backspace: () => sheet.remove(),
    Insert: () => acts.insert(),
    Enter: acts.edit,
    F4: acts.say,
    F8: acts.saveKit,
    F9: acts.pause,
    F10: acts.step,
  }

  function fold(isFolded: boolean): void {
    const row = sheet.at.value
    if (row?.kind === 'step' && row.isBlock) sheet.fold(row.key, isFolded)
  }

  /** Whether the key means something here, which is then done. */
  function act({ key, ctrlKey, altKey, shiftKey, metaKey }: KeyboardEvent): boolean {
    if (metaKey) return false
    if (ctrlKey && !altKey) return doneBy(withControl, `${shiftKey ? 'shift+' : ''}${key.toLowerCase()}`, shiftKey)
    if (altKey) return doneBy(withAlt, key, shiftKey)
    if (doneBy(plain, key, shiftKey)) return true
    // `?` and `/` are keys of every view.
    if (key.length !== 1 || key === '?' || key === '/') return false
    acts.insert(key)
    return true
  }

  return {
    onKey(event: KeyboardEvent): void {
      if (!acts.isOwn(event) || !act(event)) return
      event.preventDefault()
      event.stopPropagation()
    },
  }
}

function doneBy(keys: Record<string, (isRange: boolean) => unknown>, name: string, isRange: boolean): boolean {
  const does = Object.hasOwn(keys, name) ? keys[name] : undefined
  void does?.(isRange)
  return does !== undefined
}
