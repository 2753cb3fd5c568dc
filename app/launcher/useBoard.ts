import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { NARROWINGS, quickActs } from '~~/core/finding'
import type { Findable, Narrowing, QuickAct, ReadDate } from '~~/core/finding'
import { createIndex } from '~~/core/search'
import { goesOn, looksLikeSum } from '~~/core/sumText'
import type { SumValue } from '~~/core/sums'
import { useMirror } from '~/live/useMirror'
import { useRack } from '~/live/useRack'
import type { Hit } from './finderMessages'
import { categoriesOf } from './narrowings'
import { useFinder } from './useFinder'
import { useLauncherMemory } from './useLauncherMemory'

/** What the field of the board is for now: to find, to choose a program to open something with, or to write a short word. */
export type BoardMode =
  | { readonly kind: 'find' }
  | { readonly kind: 'open-with'; readonly entry: Findable }
  | { readonly kind: 'word'; readonly entry: Findable }
  | { readonly kind: 'rack'; readonly entry: Findable }
  | { readonly kind: 'uninstall'; readonly entry: Findable }

/** A sum as it stands on the board. */
export interface ShownSum {
  /** All of it, with what it goes on from. */
  readonly text: string
  readonly value: SumValue
}

/** One row of the board, in the order in which they are chosen. */
export type BoardRow =
  | { readonly kind: 'sum'; readonly sum: ShownSum }
  | { readonly kind: 'quick'; readonly quick: QuickAct }
  | { readonly kind: 'spot'; readonly spot: RackSpot }
  | { readonly kind: 'hit'; readonly hit: Hit }

/** A row of a page of the rack; without one, a new page of that name. */
export interface RackSpot {
  readonly label: string
  readonly pageId?: string
  readonly rowId?: string
}

const MOST_HITS = 60
const PLAIN: BoardMode = { kind: 'find' }

export type Board = ReturnType<typeof useBoard>

/** What is typed on the board, what it is narrowed to, and what was found for it. */
export function useBoard() {
  const mirror = useMirror()
  const finder = useFinder()
  const memory = useLauncherMemory()
  const rack = useRack()

  const isOpen = ref(false)
  const query = ref('')
  const mode = shallowRef<BoardMode>(PLAIN)
  const narrowing = shallowRef<Narrowing>()
  const category = ref<string>()
  const isGrid = useLocalStorage('keen-lever.board-grid', false)
  const chosen = ref(0)
  const isWhy = ref(false)
  /** Another view has asked for it, to have one thing done. */
  const isAsked = ref(false)

  const hits = shallowRef<readonly Hit[]>([])
  const sum = shallowRef<ShownSum>()
  /** What the next sum goes on from, in this opening of the board. */
  const before = ref<SumValue>()
  const readDate = shallowRef<ReadDate>()
  let asked = 0
  let search: Promise<void> = Promise.resolve()

  const quick = computed<readonly QuickAct[]>(() => {
    if (mode.value.kind !== 'find' || narrowing.value || !/\S[ \t]/.test(query.value)) return []
    return quickActs(query.value, mirror.levers, (lever) => lever.aliases, readDate.value)
  })
  /** Where a plate can be put, by the names of pages and rows; what is typed may become a new page. */
  const spots = computed<readonly RackSpot[]>(() => {
    if (mode.value.kind !== 'rack') return []
    const typed = query.value.trim()
    const all = rack.rack.pages.flatMap(({ id: pageId, name, rows: of }) =>
      of.map((entry) => ({ pageId, rowId: entry.id, label: `${name}, ${entry.name}` })),
    )
    const index = createIndex(all.map(({ rowId, label }) => ({ id: rowId, name: label })))
    const byRow = new Map(all.map((spot) => [spot.rowId, spot]))
    const found = typed === '' ? all : index.search(typed).flatMap(({ entry }) => byRow.get(entry.id) ?? [])
    return typed === '' && all.length > 0 ? found : [...found, { label: typed === '' ? 'My page' : typed }]
  })
  const rows = computed<readonly BoardRow[]>(() => [
    ...(sum.value ? [{ kind: 'sum' as const, sum: sum.value }] : []),
    ...quick.value.map((act) => ({ kind: 'quick' as const, quick: act })),
    ...spots.value.map((spot) => ({ kind: 'spot' as const, spot })),
    ...hits.value.map((hit) => ({ kind: 'hit' as const, hit })),
  ])
  const row = computed(() => rows.value[chosen.value])
  /** So many rows stand before what was found. */
  const leading = computed(() => rows.value.length - hits.value.length)

  // What reads days is loaded when a line has one.
  watch(quick, async (acts) => {
    if (readDate.value || !acts.some(({ inputs }) => inputs.some(({ input }) => input.kind === 'date'))) return
    const { dateFromWords } = await import('~~/core/dates')
    readDate.value = (text) => dateFromWords(text, mirror.moment.nowMs)
  })

  async function look(): Promise<void> {
    const mine = ++asked
    const text = query.value
    const isProgram = mode.value.kind === 'open-with'
    const kinds = isProgram ? ['program'] : narrowing.value?.kinds
    const [found, worked] = await Promise.all([
      ['word', 'rack', 'uninstall'].includes(mode.value.kind)
        ? []
        : finder.search({
            query: text,
            limit: MOST_HITS,
            ...(kinds ? { kinds } : {}),
            ...(category.value === undefined || isProgram ? {} : { category: category.value }),
          }),
      mode.value.kind === 'find' && !narrowing.value ? workOut(text) : undefined,
    ])
    if (mine !== asked) return
    const stoodOn = chosen.value > 0 && row.value?.kind === 'hit' ? row.value.hit.entry.id : undefined
    hits.value = found
    sum.value = worked
    if (stoodOn !== undefined) standOn(stoodOn)
  }

  /** What was gone to with an arrow stays chosen where what is found comes in another order. */
  function standOn(entryId: string): void {
    const place = hits.value.findIndex(({ entry }) => entry.id === entryId)
    if (place >= 0) chosen.value = leading.value + place
  }

  /** A text as a sum, where it is one; a sign goes on from the last one. */
  async function workOut(text: string): Promise<ShownSum | undefined> {
    const last = before.value ?? memory.sums[0]?.value
    const isMore = last !== undefined && goesOn(text) && /\S/.test(text.replace(/^\s*([-+*/^%×÷−·]|to\s|in\s)/, ''))
    if (!isMore && !looksLikeSum(text)) return undefined
    const value = await finder.sum(text, isMore ? last : undefined)
    const whole = isMore ? `${last} ${text.trim().replace(/^([-+*/^%×÷−·])\s*/, '$1 ')}` : text.trim()
    // A quantity that is only written differently is no sum.
    if (value === undefined || String(value).replace(/\s/g, '') === whole.replace(/\s/g, '')) return undefined
    return { text: whole, value }
  }

  watch([isOpen, query, mode, narrowing, category], ([nowOpen, typed], [, typedBefore]) => {
    if (!nowOpen) return
    // A sum that was left is what the next one goes on from.
    if (sum.value && typed !== typedBefore && (typed.trim() === '' || (goesOn(typed) && !goesOn(String(typedBefore)))))
      before.value = sum.value.value
    if (typed !== typedBefore) {
      chosen.value = 0
      isWhy.value = false
    }
    search = look()
  })
  // What is taken away or comes while the board is open stands so at once; the order of what was learned stays put.
  watch([() => mirror.bench.clipboard, () => memory.sums, () => mirror.settings.launcher.shortWords], () => {
    if (isOpen.value) search = look()
  })
  // What was taken in since it was typed is found without another key.
  watch(
    () => finder.phase,
    (phase) => {
      if (isOpen.value && phase === 'ready') search = look()
    },
  )
  watch(rows, (now) => {
    if (chosen.value >= now.length) chosen.value = Math.max(0, now.length - 1)
  })

  /** What is on the board belongs to what was typed last. */
  async function settled(): Promise<void> {
    let known
    do await (known = search)
    while (known !== search)
  }

  function open(): void {
    if (isOpen.value) return
    isOpen.value = true
    void memory.refresh().then(() => {
      if (isOpen.value && query.value === '') search = look()
    })
  }

  function close(): void {
    isOpen.value = false
    query.value = ''
    mode.value = PLAIN
    isAsked.value = false
    narrowing.value = undefined
    category.value = undefined
    before.value = undefined
    sum.value = undefined
    hits.value = []
  }

  /** The field is used for something else for once, and empty for that. */
  function turnTo(next: BoardMode, isForAnother = false): void {
    mode.value = next
    isAsked.value = isForAnother
    query.value = ''
    narrowing.value = undefined
    category.value = undefined
  }

  /** Narrows to the kind of a digit; the same digit again goes through what there is of it. */
  function narrowBy(digit: string): void {
    const next = NARROWINGS.find((entry) => entry.digit === digit)
    if (!next || mode.value.kind !== 'find') return
    if (next !== narrowing.value) return narrowTo(next)
    const ids = [undefined, ...categoriesOf(next).map(({ id }) => id)]
    const at = ids.indexOf(category.value)
    if (ids.length === 1 || at === ids.length - 1) narrowTo(undefined)
    else category.value = ids[at + 1]
  }

  function narrowTo(next: Narrowing | undefined): void {
    narrowing.value = next
    category.value = undefined
    chosen.value = 0
  }

  /** Keeps a sum, and lets the next one go on from it. */
  function take(taken: ShownSum): void {
    void memory.keepSum(taken.text, taken.value)
    before.value = taken.value
    query.value = ''
  }

  return {
    isOpen,
    query,
    mode,
    narrowing,
    category,
    isGrid,
    chosen,
    isWhy,
    isAsked,
    hits,
    sum,
    before,
    quick,
    rows,
    row,
    leading,
    look: () => (search = look()),
    settled,
    open,
    close,
    turnTo,
    narrowBy,
    narrowTo,
    take,
  }
}
