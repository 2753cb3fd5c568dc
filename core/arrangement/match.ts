import { frontWindow, hasUnsaved, stackedWindows } from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { own } from '../result'
import type { Arrangement, WantedWindow } from '../steps'
import { hasInFront, showsAll } from './content'
import type { Resolved } from './content'
import { standsAs } from './standing'

/** A wanted window with values filled in. */
export interface Wish {
  readonly index: number
  readonly wanted: WantedWindow
  readonly resolved: Resolved
}

/** Whether a window that is not wanted may stay as it is. */
export function isAway(window: BenchWindow, { rest, unsaved }: Pick<Arrangement, 'rest' | 'unsaved'>): boolean {
  switch (rest) {
    case 'leave':
      return true
    case 'minimize':
      return window.mode === 'minimized' || window.mode === 'hidden'
    case 'hide':
      return window.mode === 'hidden'
    case 'close':
      return unsaved === 'hide' && window.mode === 'hidden' && hasUnsaved(window)
  }
}

/**
 * Which window each wish is about: as many as can be those that are as wanted already, and of such rather one that
 * would have to be put away; then those that show what they shall; then, for a program of one window, the one it has.
 */
export function matchWindows(
  wishes: readonly Wish[],
  bench: BenchState,
  putsAway: Pick<Arrangement, 'rest' | 'unsaved'>,
): ReadonlyMap<Wish, BenchWindow> {
  const away = new Set<BenchWindow>()
  const open = stackedWindows(bench)
    .reverse()
    .filter(({ content }) => !content.error)
  for (const window of open) if (isAway(window, putsAway)) away.add(window)
  // Topmost first, but what would have to be put away before the rest.
  const inOrder = [...open.filter((window) => !away.has(window)), ...open.filter((window) => away.has(window))]
  const matching = new Matching(wishes, inOrder)
  const front = frontWindow(bench)
  const isThere: Fits = ({ wanted, resolved }, window) =>
    (!wanted.inFront || window === front) && hasInFront(window, resolved) && standsAs(window, wanted, bench)
  matching.pairAll(isThere, away)
  matching.pair(({ resolved }, window) => hasInFront(window, resolved))
  matching.pair(() => true)
  matching.pairAny(({ wanted }) => own(bench.programs, wanted.programId)?.instances === 'single')
  return matching.windowOf
}

type Fits = (wish: Wish, window: BenchWindow) => boolean

class Matching {
  readonly windowOf = new Map<Wish, BenchWindow>()
  private readonly wishOf = new Map<BenchWindow, Wish>()
  private readonly shown = new Map<Wish, readonly BenchWindow[]>()
  private readonly byProgram: ReadonlyMap<string, readonly BenchWindow[]>
  /** Windows by what they have open: only such can show what a wish says. */
  private readonly byDocuments: ReadonlyMap<string, readonly BenchWindow[]>

  constructor(
    private readonly wishes: readonly Wish[],
    private readonly windows: readonly BenchWindow[],
  ) {
    this.byProgram = grouped(windows, ({ programId }) => programId)
    this.byDocuments = grouped(windows, ({ programId, content }) =>
      documentsKey(
        programId,
        content.documents.map(({ path }) => path),
      ),
    )
  }

  /** The windows that show what a wish says. */
  private showing(wish: Wish): readonly BenchWindow[] {
    const known = this.shown.get(wish)
    if (known) return known
    const { programId } = wish.wanted
    const { shows } = wish.resolved
    const candidates = shows
      ? this.byDocuments.get(documentsKey(programId, shows.documents))
      : this.byProgram.get(programId)
    const found = (candidates ?? []).filter((window) => showsAll(window, wish.resolved))
    this.shown.set(wish, found)
    return found
  }

  /** Pairs as many as can be (augmenting paths), then has those that may stay as they are go for those that may not. */
  pairAll(fits: Fits, away: ReadonlySet<BenchWindow>): void {
    const known = new Map<Wish, BenchWindow[]>()
    const fitting = (wish: Wish) => {
      let found = known.get(wish)
      if (!found) known.set(wish, (found = this.showing(wish).filter((window) => fits(wish, window))))
      return found
    }
    const wishFinds = (wish: Wish, seen: Set<BenchWindow>): boolean =>
      fitting(wish).some((window) => {
        if (seen.has(window)) return false
        seen.add(window)
        const holder = this.wishOf.get(window)
        if (holder && !wishFinds(holder, seen)) return false
        this.set(wish, window)
        return true
      })
    for (const wish of this.wishes) {
      const free = fitting(wish).find((window) => !this.wishOf.has(window))
      if (free) this.set(wish, free)
    }
    for (const wish of this.wishes) if (!this.windowOf.has(wish)) wishFinds(wish, new Set())
    const wishesFor = grouped(
      this.wishes.flatMap((wish) => fitting(wish).map((window) => ({ wish, window }))),
      ({ window }) => window,
    )
    /** Has a window taken in place of one that is away, by however many exchanges. */
    const windowFinds = (window: BenchWindow, seen: Set<Wish>): boolean =>
      (wishesFor.get(window) ?? []).some(({ wish }) => {
        const held = this.windowOf.get(wish)
        if (!held || seen.has(wish)) return false
        seen.add(wish)
        if (!away.has(held) && !windowFinds(held, seen)) return false
        if (this.wishOf.get(held) === wish) this.wishOf.delete(held)
        this.set(wish, window)
        return true
      })
    for (const window of this.windows) if (!away.has(window) && !this.wishOf.has(window)) windowFinds(window, new Set())
  }

  /** Pairs what is left, each with the first window that shows what it says and fits; what says so goes first. */
  pair(fits: Fits): void {
    const says = ({ wanted }: Wish) => wanted.shows !== undefined
    for (const wish of [...this.left(says), ...this.left((one) => !says(one))])
      this.take(
        wish,
        this.showing(wish).find((one) => !this.wishOf.has(one) && fits(wish, one)),
      )
  }

  /** Pairs what is left with any window of its program, whatever that shows. */
  pairAny(fits: (wish: Wish) => boolean): void {
    for (const wish of this.left(fits))
      this.take(
        wish,
        this.byProgram.get(wish.wanted.programId)?.find((one) => !this.wishOf.has(one)),
      )
  }

  private left(fits: (wish: Wish) => boolean): Wish[] {
    return this.wishes.filter((wish) => !this.windowOf.has(wish) && fits(wish))
  }

  private take(wish: Wish, window: BenchWindow | undefined): void {
    if (window) this.set(wish, window)
  }

  private set(wish: Wish, window: BenchWindow): void {
    this.windowOf.set(wish, window)
    this.wishOf.set(window, wish)
  }
}

function grouped<T, K>(all: readonly T[], keyOf: (one: T) => K): ReadonlyMap<K, readonly T[]> {
  const groups = new Map<K, T[]>()
  for (const one of all) {
    const key = keyOf(one)
    const known = groups.get(key)
    if (known) known.push(one)
    else groups.set(key, [one])
  }
  return groups
}

function documentsKey(programId: string, paths: readonly string[]): string {
  return JSON.stringify([programId, ...paths.toSorted()])
}
