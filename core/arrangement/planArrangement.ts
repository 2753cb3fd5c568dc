import { desktopCount, hasUnsaved, programMissing, shownDesktop, stackedWindows, windowTitle } from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { fail, own, succeed } from '../result'
import type { Issue, Result } from '../result'
import { desktopMissing, displayIssue } from '../steps'
import type { Arrangement, Step, WantedWindow } from '../steps'
import { resolve, showsAll } from './content'
import { inOrder } from './inOrder'
import type { Node } from './inOrder'
import { arrangementIssue } from './issues'
import { isAway, matchWindows } from './match'
import type { Wish } from './match'
import { WindowReacher } from './reachWindow'
import { Trial } from './trial'
import type { PlanContext } from './trial'

/** How a part of an arrangement stands; its place is that in the arrangement: `windows.2`, `desktop`, `rest.w-chart`. */
export interface PlannedPart {
  readonly at: string
  /** `holds`: it is so already. `reached`: `steps` of the plan, by their places, lead there. */
  readonly state: 'holds' | 'reached' | 'unreachable'
  readonly steps: readonly number[]
  readonly issues: readonly Issue[]
  /** The window it is about, where there is one already. */
  readonly windowId?: string
}

export interface ArrangementPlan {
  readonly steps: readonly Step[]
  readonly parts: readonly PlannedPart[]
}

/**
 * The steps that lead from a bench to an arrangement, in an order that works; none where all is as wanted. Issues: why
 * a part cannot be reached, with its place; none of them is fatal to an arrangement that is reached partly.
 */
export function planArrangement(now: BenchState, wanted: Arrangement, context: PlanContext): Result<ArrangementPlan> {
  const plan = judgeArrangement(now, wanted, context)
  const issues = plan.parts.flatMap(({ at, issues: of }) => of.map((issue) => ({ ...issue, at: placeOf(at, issue) })))
  return issues.length > 0 && !wanted.partly ? fail(...issues) : succeed(plan)
}

const placeOf = (at: string, { at: inner }: Issue) => (inner === undefined ? at : `${at}.${inner}`)

/** The same with each part told by itself: what holds, what is reached by which steps, and what cannot be, and why. */
export function judgeArrangement(now: BenchState, wanted: Arrangement, context: PlanContext): ArrangementPlan {
  return new Planner(now, wanted, context).plan()
}

/** A part of what is wanted, as something to be done. */
interface Task extends Node {
  /** What it comes to, on the bench as the tasks before have left it; undefined where it is reached. */
  readonly reach: () => readonly Issue[] | undefined
  readonly windowId?: string
  /** Only holds others apart, and is no part of what is wanted. */
  readonly isMark?: true
}

/** When a control has its turn among those of its device: switched on first, off last; a player gets its list before. */
function rank(controlId: string, value: unknown): number {
  if (controlId === 'power') return value === false ? LAST : 0
  return own(TURNS, controlId) ?? USUAL
}
const TURNS: Readonly<Record<string, number>> = { playlist: 1, track: 2, playing: 4 }
const USUAL = 3
const LAST = 5

/** What is not wanted is out of the way; what only has to be opened or moved is done. */
const REST_AWAY = 'mark rest'
const STILL_HERE = 'mark still'

const mark = { reach: () => undefined, isMark: true } as const

class Planner {
  private readonly parts: PlannedPart[] = []
  private readonly trial: Trial
  private readonly windows: WindowReacher

  constructor(
    private readonly now: BenchState,
    private readonly wanted: Arrangement,
    private readonly context: PlanContext,
  ) {
    this.trial = new Trial(now, context)
    this.windows = new WindowReacher(this.trial, wanted.unsaved)
  }

  plan(): ArrangementPlan {
    const { wishes, broken } = this.wishes()
    const matched = matchWindows(wishes, this.now, this.wanted)
    const wandering = new Set(wishes.filter((wish) => this.leadsElsewhere(wish, matched.get(wish))))
    // What opens stands on the desktop that is shown then; what may show another one on its way comes later.
    const front = wishes.find(({ wanted }) => wanted.inFront)
    // To raise a window shows its desktop, too.
    if (wandering.size === 0 && !(front && matched.has(front))) this.showDesktop()
    const early = this.trial.steps.map((_, i) => i)
    const rest = this.restTasks(new Set([...matched.values()].map(({ id }) => id)))
    const still = wishes.filter((wish) => !wandering.has(wish) && !wish.wanted.inFront)
    const tasks: Task[] = [
      ...this.deviceTasks(),
      ...rest,
      { ...mark, key: REST_AWAY, after: rest.map(({ key }) => key) },
      ...wishes.map((wish) => this.windowTask(wish, matched.get(wish), wishes, wandering)),
      { ...mark, key: STILL_HERE, after: still.map(({ index }) => `windows.${index}`) },
    ]
    for (const task of inOrder(tasks)) this.take(task)
    this.parts.push(...broken)
    this.bringToFront(front)
    this.take({ key: 'desktop', after: [], reach: () => this.showDesktop() })
    const desktop = this.parts.at(-1)!
    if (early.length > 0)
      this.parts.splice(-1, 1, { ...desktop, state: 'reached', steps: [...early, ...desktop.steps] })
    for (const task of this.frameTasks()) this.take(task)
    return { steps: this.trial.steps, parts: this.parts }
  }

  private take({ key, reach, windowId, isMark }: Task): void {
    if (isMark) return
    const first = this.trial.steps.length
    const goBack = this.trial.mark()
    const issues = reach() ?? []
    if (issues.length > 0) {
      // What led only part of the way is not done at all.
      goBack()
    }
    const steps = Array.from({ length: this.trial.steps.length - first }, (_, i) => first + i)
    this.parts.push({
      at: key,
      state: issues.length > 0 ? 'unreachable' : steps.length > 0 ? 'reached' : 'holds',
      steps,
      issues,
      ...(windowId === undefined ? {} : { windowId }),
    })
  }

  /** The windows that are wanted, with values filled in, and those that can never be. */
  private wishes(): { wishes: Wish[]; broken: PlannedPart[] } {
    const wishes: Wish[] = []
    const broken: PlannedPart[] = []
    const singles = new Set<string>()
    let hasFront = false
    for (const [index, wanted] of this.wanted.windows.entries()) {
      const issues = this.issuesOf(wanted, singles, hasFront)
      const resolved = resolve(wanted, this.now, this.context.values)
      hasFront ||= wanted.inFront === true
      if (issues.length === 0 && resolved.ok) {
        // Only on the desktop that is shown can it be in front.
        const isBound = wanted.inFront && wanted.desktop === undefined && desktopCount(this.now) > 1
        const bound = isBound ? { ...wanted, desktop: this.desktopInTheEnd } : wanted
        wishes.push({ index, wanted: bound, resolved: resolved.value })
      } else {
        const all = [...issues, ...(resolved.ok ? [] : resolved.issues)]
        broken.push({ at: `windows.${index}`, state: 'unreachable', steps: [], issues: all })
      }
    }
    return { wishes, broken }
  }

  private issuesOf(wanted: WantedWindow, singles: Set<string>, hasFront: boolean): Issue[] {
    const { programId, displayId, desktop, mode, inFront } = wanted
    const program = own(this.now.programs, programId)
    if (!program) return [programMissing(this.now, programId)]
    const absent = displayId === undefined || mode === 'hidden' ? undefined : displayIssue(displayId, this.now)
    const isBeyond = desktop !== undefined && desktop > desktopCount(this.now)
    const isTwice = program.instances === 'single' && singles.has(programId)
    if (program.instances === 'single') singles.add(programId)
    const isElsewhere = desktop !== undefined && desktop !== this.desktopInTheEnd
    const unseen =
      mode === 'minimized' || mode === 'hidden' ? mode : isElsewhere ? ('other-desktop' as const) : undefined
    return [
      ...(isTwice ? [arrangementIssue({ code: 'single-twice', program: program.name }, 'programId')] : []),
      ...(absent ? [{ ...absent, at: 'displayId' }] : []),
      ...(isBeyond ? [desktopMissing(desktop, this.now)] : []),
      ...(inFront && hasFront ? [arrangementIssue({ code: 'front-twice' }, 'inFront')] : []),
      ...(inFront && unseen ? [arrangementIssue({ code: 'front-unseen', because: unseen }, 'inFront')] : []),
    ]
  }

  /** The desktop that is shown when all is done. */
  private get desktopInTheEnd(): number {
    return this.wanted.desktop ?? shownDesktop(this.now)
  }

  private deviceTasks(): Task[] {
    const known = new Map<string, unknown>()
    return this.wanted.devices.map(({ deviceId, controlId, value }, index): Task => {
      const key = `devices.${index}`
      const device = own(this.now.devices, deviceId)
      const control = device && own(device.controls, controlId)
      const place = `${deviceId} ${controlId}`
      // What is said once more is no contradiction.
      const isTwice = known.has(place) && known.get(place) !== value
      if (!known.has(place)) known.set(place, value)
      const reach = () => {
        if (isTwice) {
          const what = control ? `${control.name} of ${device.name}` : deviceId
          return [arrangementIssue({ code: 'said-twice', what })]
        }
        if (own(own(this.trial.bench.bare.devices, deviceId)?.controls ?? {}, controlId)?.value === value)
          return undefined
        return this.trial.do({
          kind: 'device.control',
          target: { kind: 'devices', deviceIds: [deviceId] },
          controlId,
          to: { kind: 'set', value },
        })
      }
      return { key, after: this.beforeSetting(index), reach }
    })
  }

  /** A device is switched on before its other settings, and off behind them; a player gets its list before its place. */
  private beforeSetting(index: number): string[] {
    const { deviceId, controlId, value } = this.wanted.devices.at(index)!
    const mine = rank(controlId, value)
    return this.wanted.devices.flatMap((other, i) =>
      other.deviceId === deviceId && rank(other.controlId, other.value) < mine ? [`devices.${i}`] : [],
    )
  }

  /** What is not wanted is out of the way before anything opens. */
  private restTasks(wantedIds: ReadonlySet<string>): Task[] {
    const { rest } = this.wanted
    if (rest === 'leave') return []
    return stackedWindows(this.now)
      .filter(({ id }) => !wantedIds.has(id))
      .map((window): Task => ({
        key: `rest.${window.id}`,
        after: [],
        windowId: window.id,
        reach: () => this.putAway(window, rest),
      }))
  }

  private putAway(window: BenchWindow, rest: 'minimize' | 'hide' | 'close'): readonly Issue[] | undefined {
    if (isAway(window, this.wanted)) return undefined
    const which = { kind: 'window', windowId: window.id }
    if (rest !== 'close')
      return this.trial.do({ kind: 'windows.set', which, to: rest === 'hide' ? 'hidden' : 'minimized' }, [window.id])
    const { unsaved } = this.wanted
    if (unsaved === 'leave' && hasUnsaved(window))
      return [arrangementIssue({ code: 'unsaved-kept', window: windowTitle(this.now, window) })]
    return this.trial.do({ kind: 'windows.close', which, unsaved }, [window.id])
  }

  /** Whether another desktop may come to be shown on the way: by a window that is raised, or followed to where it hides. */
  private leadsElsewhere({ wanted, resolved }: Wish, window: BenchWindow | undefined): boolean {
    if (window) return !showsAll(window, resolved)
    const isSeen = wanted.mode === undefined || wanted.mode === 'normal' || wanted.mode === 'maximized'
    return !isSeen && wanted.desktop !== undefined && wanted.desktop !== this.desktopInTheEnd
  }

  private windowTask(
    wish: Wish,
    window: BenchWindow | undefined,
    wishes: readonly Wish[],
    wandering: ReadonlySet<Wish>,
  ): Task {
    const { wanted, index } = wish
    const displays = this.wanted.devices.flatMap(({ deviceId }, i) =>
      own(this.now.devices, deviceId)?.kind === 'display' && (wanted.displayId ?? deviceId) === deviceId
        ? [`devices.${i}`]
        : [],
    )
    // The one in front comes last, so that it stands there by itself.
    const others = wanted.inFront
      ? wishes.filter((other) => other !== wish).map((other) => `windows.${other.index}`)
      : []
    return {
      key: `windows.${index}`,
      after: [...displays, REST_AWAY, ...(wandering.has(wish) ? [STILL_HERE] : []), ...others],
      reach: () => this.windows.reach(wish, window),
      ...(window ? { windowId: window.id } : {}),
    }
  }

  private showDesktop(): readonly Issue[] | undefined {
    const desktop = this.desktopInTheEnd
    if (desktop > desktopCount(this.trial.bench.bare)) return [desktopMissing(desktop, this.trial.bench.bare)]
    if (shownDesktop(this.trial.bench.bare) === desktop) return undefined
    return this.trial.do({ kind: 'desktop.go', to: { kind: 'number', desktop } })
  }

  /** The window that is to have the keys, where it has not got them by having come last. */
  private bringToFront(wish: Wish | undefined): void {
    const at = this.parts.findIndex((part) => part.at === `windows.${wish?.index}`)
    const part = this.parts[at]
    if (!wish || !part || part.state === 'unreachable' || this.windows.fresh.has(wish)) return
    const window = part.windowId === undefined ? undefined : this.trial.bench.window(part.windowId)
    if (!window || this.trial.bench.front()?.id === window.id) return
    const first = this.trial.steps.length
    const which = { kind: 'window', windowId: window.id }
    const issues = this.trial.do({ kind: 'windows.set', which, to: 'front' }, [window.id]) ?? []
    this.parts[at] = {
      ...part,
      state: issues.length > 0 ? 'unreachable' : 'reached',
      steps: issues.length > 0 ? part.steps : [...part.steps, first],
      issues,
    }
  }

  private frameTasks(): Task[] {
    const known = new Map<string, boolean>()
    return this.wanted.frames.map(({ frameId, on }, index): Task => {
      const said = known.get(frameId)
      if (said === undefined) known.set(frameId, on)
      return {
        key: `frames.${index}`,
        after: [],
        reach: () => {
          if (said !== undefined)
            return said === on ? undefined : [arrangementIssue({ code: 'said-twice', what: frameId })]
          const isOn =
            own(this.trial.bench.bare.frameSwitches ?? {}, frameId) ??
            this.context.framesOn?.(frameId, this.trial.bench.bare)
          if (isOn === on) return undefined
          return this.trial.do({ kind: 'frame.switch', frameIds: [frameId], to: on ? 'on' : 'off' })
        },
      }
    })
  }
}
