import { planDocument } from '../../core/exchange'
import type { Bookmark, DocumentPlan, ExchangeDocument } from '../../core/exchange'
import { documentOf } from '../../core/frameFile'
import { withoutNothing } from '../../core/levers'
import type { Frame, Lever } from '../../core/levers'
import { countOf } from '../../core/names'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { BenchState } from '../../core/bench'
import { carriedOf } from '../../core/settings'
import type { Kit } from '../../core/sheets'
import type { RevisionEntry } from '../database/schema'
import type { BookState, PlannedEdit } from './bookState'
import { entriesOfPlan, Numbers, valueEntries } from './frameFileEdits'
import { frameMissing } from './leverEdits'
import { newId } from './newId'

/** Some frames, or all, with the values that all share and the kits, as a document; `withSettings` too, where asked. */
export function documentOfBook(
  state: BookState,
  frames: readonly Frame[],
  withSettings = false,
): Omit<ExchangeDocument, 'keen-lever-document'> {
  const values = [...state.values.values()]
  const levers = [...state.levers.values()].sort((a, b) => a.plate - b.plate)
  const own = (frameId: string | null) => values.filter((value) => value.frameId === frameId)
  return {
    frames: frames.map((frame) =>
      documentOf(
        frame,
        levers.filter(({ frameId }) => frameId === frame.id),
        own(frame.id),
        state,
      ),
    ),
    values: own(null).map(({ name, text }) => ({ name, text })),
    kits: [...state.kits.values()].map(({ name, steps }) => ({ name, steps })),
    ...(withSettings ? { settings: carriedOf(state.settings.body), keys: state.keys.body } : {}),
  }
}

export function documentPlanOf(document: ExchangeDocument, state: BookState): DocumentPlan {
  return planDocument(document, {
    levers: state.levers,
    frames: state.frames,
    values: state.values.values(),
    kits: state.kits.values(),
    settings: state.settings.body,
    keys: state.keys.body,
    newId,
  })
}

/** Reads a document in as one edit; what it does not have stays. Issue: `reference-missing`. */
export function importDocument(document: ExchangeDocument) {
  return (state: BookState): Result<PlannedEdit<DocumentPlan>> => {
    const plan = documentPlanOf(document, state)
    if (plan.lost.length > 0) {
      return fail(
        ...plan.lost.map(({ lever, message }) => ({ code: 'reference-missing', message: `${lever}: ${message}` })),
      )
    }
    const numbers = new Numbers(state)
    const entries = [
      ...plan.frames.flatMap((frame, i) => entriesOfPlan(document.frames[i]!, frame, frame.frameId, 'keep', numbers)),
      ...valueEntries(plan.values, null, 'keep'),
      ...kitEntries(plan),
      ...settingEntries(plan, state),
    ]
    const levers = plan.frames.flatMap((frame) => frame.levers)
    const count = levers.filter(({ fate }) => fate === 'new' || fate === 'changed').length
    return succeed({ label: `Read a document in: ${countOf(count, 'lever')}`, entries, answer: plan })
  }
}

function settingEntries({ settings, keys }: DocumentPlan, state: BookState): RevisionEntry[] {
  return [
    ...(settings?.fate === 'changed'
      ? [{ kind: 'settings', id: 'settings', before: state.settings.body, after: settings.after } as const]
      : []),
    ...(keys?.fate === 'changed'
      ? [{ kind: 'keys', id: 'keys', before: state.keys.body, after: keys.after } as const]
      : []),
  ]
}

function kitEntries({ kits }: DocumentPlan): RevisionEntry[] {
  return kits.flatMap(({ fate, name, steps, stands }): RevisionEntry[] => {
    if (fate === 'same') return []
    const id = stands?.id ?? newId()
    const after: Kit = { id, name, steps, version: (stands?.version ?? 0) + 1 }
    return [{ kind: 'kit', id, before: stands ?? null, after }]
  })
}

/** What bookmarks come to: addresses that the place does not have yet, and levers where a frame is named. */
export interface BookmarkPlan {
  readonly addresses: readonly { readonly name: string; readonly address: string; readonly fate: 'new' | 'same' }[]
  readonly levers: readonly { readonly name: string; readonly fate: 'new' | 'same' }[]
}

/** An address that is known stays as it is called; a name that is taken by another one gets a number. */
export function bookmarkPlanOf(
  bookmarks: readonly Bookmark[],
  frameId: string | undefined,
  state: BookState,
  bench: BenchState,
): BookmarkPlan {
  const known = new Map(bench.addresses.map(({ name, address }) => [address, name]))
  const names = new Set(bench.addresses.map(({ name }) => name))
  const opened = new Set(
    [...state.levers.values()].flatMap(({ steps }) => {
      const [step, ...others] = steps
      return step?.kind === 'place.open' && others.length === 0 && step.places.length === 1 ? step.places : []
    }),
  )
  const addresses: BookmarkPlan['addresses'][number][] = []
  for (const { name, address } of bookmarks) {
    const standing = known.get(address)
    if (standing !== undefined) {
      addresses.push({
        name: standing,
        address,
        fate: bench.addresses.some((one) => one.address === address) ? 'same' : 'new',
      })
      continue
    }
    let free = name
    for (let n = 2; names.has(free); n++) free = `${name} ${n}`
    names.add(free)
    known.set(address, free)
    addresses.push({ name: free, address, fate: 'new' })
  }
  const unique = [...new Map(addresses.map((one) => [one.address, one])).values()]
  const levers =
    frameId === undefined
      ? []
      : unique.map(({ name, address }) => ({ name, fate: opened.has(address) ? ('same' as const) : ('new' as const) }))
  return { addresses: unique, levers }
}

/** Takes bookmarks as one edit. Issue: `frame-missing`. */
export function importBookmarks(bookmarks: readonly Bookmark[], frameId: string | undefined) {
  return (state: BookState, bench: BenchState): Result<PlannedEdit<BookmarkPlan>> => {
    if (frameId !== undefined && !state.frames.has(frameId)) return fail(frameMissing(frameId, state.frames))
    const plan = bookmarkPlanOf(bookmarks, frameId, state, bench)
    const added = plan.addresses.filter(({ fate }) => fate === 'new').map(({ name, address }) => ({ name, address }))
    const numbers = new Numbers(state)
    const levers = plan.levers.flatMap(({ name, fate }, i): RevisionEntry[] => {
      if (fate === 'same') return []
      const id = newId()
      const after: Lever = withoutNothing({
        id,
        frameId: frameId!,
        plate: numbers.plate(undefined),
        version: 1,
        name,
        enabled: true,
        aliases: [],
        steps: [{ id: newId(), kind: 'place.open', places: [plan.addresses[i]!.address], onFailure: 'stop' }],
        triggers: [],
        scope: { kind: 'everywhere' },
        whileRunning: 'ignore',
      })
      return [{ kind: 'lever', id, before: null, after }]
    })
    const changes =
      added.length === 0 ? [] : [{ kind: 'addresses.put' as const, addresses: [...bench.addresses, ...added] }]
    const entries: RevisionEntry[] = [
      ...(changes.length > 0 ? [{ kind: 'bench' as const, changes, inverse: [] }] : []),
      ...levers,
    ]
    return succeed({ label: `Took ${added.length} bookmarks`, entries, answer: plan })
  }
}
