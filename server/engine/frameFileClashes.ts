import { bySeverity, createClashIndex, describeClash, suggestChords, waysOut } from '../../core/clash'
import type { Clash, ClashInput, WayOut } from '../../core/clash'
import type { FileLever, FrameDocument, FramePlan, PlannedLever } from '../../core/frameFile'
import { framesNow, PATTERN_FIELDS } from '../../core/levers'
import type { Frame, Lever } from '../../core/levers'
import { fail, succeed } from '../../core/result'
import type { Result } from '../../core/result'
import type { Store } from './store'

/** So many clashes are told, and for so many free keys are looked for. */
const MOST = 50
const WAYS_FOR = 12
const FREE_KEYS = 2

/** A clash that reading a file in would bring, of the lever of that name in the file. */
export interface PlannedClash {
  readonly frame: string
  readonly lever: string
  readonly clash: Clash
  readonly says: string
  readonly ways: readonly Extract<WayOut, { patch: unknown }>[]
}

/** A frame that comes from elsewhere, with what reading it in would do. */
export interface PlannedPart {
  readonly document: FrameDocument
  readonly plan: FramePlan & { readonly frameId?: string }
}

/** One way out of one clash, as it was told. */
export interface WantedWay {
  readonly frame: string
  readonly lever: string
  readonly says: string
  readonly label: string
}

/** The clashes of what a plan makes and alters, worst first, but for those that stand already; each with its ways out. */
export function clashesOfPlan(document: FrameDocument, plan: FramePlan, store: Store): PlannedClash[] {
  return clashesOfPlans([{ document, plan }], store)
}

/** The same of several frames that are read in together. */
export function clashesOfPlans(parts: readonly PlannedPart[], store: Store): PlannedClash[] {
  const planned = parts.map(({ document, plan }) => {
    const touched = plan.levers.filter(({ fate }) => fate === 'new' || fate === 'changed')
    return { frame: plannedFrame(document, plan), touched }
  })
  if (planned.every(({ touched }) => touched.length === 0)) return []
  const input = inputOf(
    store,
    planned.map(({ frame }) => frame),
  )
  const before = createClashIndex(input)
  const stood = new Set(planned.flatMap(({ touched }) => touched.flatMap(({ id }) => before.of(id))).map(keyOf))
  const after = planned.flatMap(({ frame, touched }) => touched.map((lever) => leverOf(lever, frame.id)))
  for (const lever of after) before.put(lever)
  const frameOf = new Map(planned.map(({ frame }) => [frame.id, frame.name]))
  const found = after
    .flatMap(({ id }) => before.of(id))
    .filter((clash) => clash.severity !== 'note' && clash.dormant !== true && !stood.has(keyOf(clash)))
    .sort(bySeverity)
    .slice(0, MOST)
  const byId = new Map(after.map((lever) => [lever.id, lever]))
  return found.map((clash, i) => {
    const lever = byId.get(clash.leverId)!
    const free = i < WAYS_FOR ? suggestChords({ ...input, lever, count: FREE_KEYS, index: before }) : []
    const ways = waysOut(clash, lever, free).filter((way) => 'patch' in way)
    return { frame: frameOf.get(lever.frameId)!, lever: lever.name, clash, says: describeClash(clash), ways }
  })
}

/** Frames that come together, with one way out of one clash taken. Issue: `no-way`, where it is not there any more. */
export function withWayOut(
  frames: readonly FrameDocument[],
  clashes: readonly PlannedClash[],
  wanted: WantedWay,
): Result<FrameDocument[]> {
  const clash = clashes.find(
    ({ frame, lever, says }) => frame === wanted.frame && lever === wanted.lever && says === wanted.says,
  )
  const way = clash?.ways.find(({ label }) => label === wanted.label)
  if (!way) return fail({ code: 'no-way', message: 'That clash is not there any more.', at: 'label' })
  const patch = way.patch as Partial<FileLever>
  const alter = (lever: FileLever) =>
    lever.name === wanted.lever ? { ...lever, ...patch, ...ownOf(lever, patch) } : lever
  return succeed(
    frames.map((frame) => (frame.name === wanted.frame ? { ...frame, levers: frame.levers.map(alter) } : frame)),
  )
}

/** What a variant alters is its own from then on. */
function ownOf({ variant }: FileLever, patch: Partial<FileLever>): Pick<FileLever, 'variant'> {
  if (!variant) return {}
  return {
    variant: { ...variant, own: PATTERN_FIELDS.filter((field) => variant.own.includes(field) || field in patch) },
  }
}

function inputOf(store: Store, planned: readonly Frame[]): ClashInput {
  const { book, bench } = store
  const ids = new Set(planned.map(({ id }) => id))
  const frames = [...book.allFrames.filter(({ id }) => !ids.has(id)), ...planned]
  return {
    levers: book.allLevers,
    frames: framesNow(frames, bench, undefined, store.moment()),
    programs: bench.programs,
    keys: book.keys.body,
  }
}

function plannedFrame({ name, on, condition, rules }: FrameDocument, { frame, frameId }: PlannedPart['plan']): Frame {
  return {
    id: frame?.id ?? frameId ?? 'the frame of the file',
    name,
    on,
    position: frame?.position ?? 0,
    ...(condition ? { condition } : {}),
    rules,
  }
}

function leverOf({ id, stands, lever }: PlannedLever, frameId: string): Lever {
  // A new lever gets its number when it is made; until then it comes after all others.
  const plate = stands?.plate ?? lever!.plate ?? Number.MAX_SAFE_INTEGER
  return { ...lever!, id, frameId, plate, version: 1 } as Lever
}

const keyOf = ({ leverId, kind, owner, chord }: Clash) => [leverId, kind, owner.id, chord].join(' ')
