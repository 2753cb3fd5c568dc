import { desktopCount, hasUnsaved, programMissing, shownDesktop, stackedWindows, windowTitle } from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { fail, own, succeed } from '../result'
import type { Issue, Result } from '../result'
import { desktopMissing, displayIssue } from '../steps'
import type { Arrangement, Step, WantedWindow } from '../steps'
import { resolve, showsAll } from './content'
import { deviceTasks } from './deviceTasks'
import { frameTasks } from './frameTasks'
import { inOrder } from './inOrder'
import { arrangementIssue } from './issues'
import { isAway, matchWindows } from './match'
import type { Wish } from './match'
import { WindowReacher } from './reachWindow'
import type { Task } from './task'
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
      ...deviceTasks(this.wanted, this.trial),
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
    for (const task of frameTasks(this.wanted, this.trial, this.context)) this.take(task)
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
}
