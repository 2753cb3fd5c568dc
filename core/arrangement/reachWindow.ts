import { hasUnsaved, windowTitle } from '../bench'
import type { BenchWindow, Program } from '../bench'
import { escapeVariables } from '../command'
import { own } from '../result'
import type { Issue } from '../result'
import type { Arrangement } from '../steps'
import { argumentsFor, hasInFront, showsAll } from './content'
import { arrangementIssue } from './issues'
import type { Wish } from './match'
import { astray } from './standing'
import type { Trial } from './trial'

type Outcome = readonly Issue[] | undefined

/** Has a window be as wanted: opens it, has it show something else, or only moves it. Undefined where it is so then. */
export class WindowReacher {
  /** Wishes for which a window was opened: it has no name before the steps are done. */
  readonly fresh = new Set<Wish>()

  constructor(
    private readonly trial: Trial,
    private readonly unsaved: Arrangement['unsaved'],
  ) {}

  /** `window` is the one that the wish is about, where there is one. */
  reach(wish: Wish, window: BenchWindow | undefined): Outcome {
    const shown = window && this.trial.bench.window(window.id)
    if (!shown) return this.open(wish) ?? this.finish(wish, undefined)
    if (showsAll(shown, wish.resolved)) return this.finish(wish, shown.id)
    return this.renew(wish, shown)
  }

  private programOf({ wanted }: Wish): Program {
    return own(this.trial.bench.bare.programs, wanted.programId)!
  }

  /** Opens what is not there; the arguments are those with which it then shows what it shall. */
  private open(wish: Wish, fields: Record<string, unknown> = {}): Outcome {
    const { wanted, resolved } = wish
    const program = this.programOf(wish)
    const { bench } = this.trial
    const goBack = this.trial.mark()
    let first: Outcome
    for (const args of argumentsFor(program, resolved, wanted.args ?? [])) {
      const { workingDirectory, mode } = wanted
      const step = {
        kind: 'program.open' as const,
        programId: program.id,
        args,
        windowMode: mode === 'maximized' ? 'maximized' : 'normal',
        ...(workingDirectory === undefined ? {} : { workingDirectory }),
        ...fields,
      }
      const issues = this.trial.do(step, program.instances === 'single' ? bench.ofProgram(program.id) : [])
      const opened = bench.front()
      const isIt = opened?.programId === program.id && showsAll(opened, resolved)
      if (!issues && isIt) return undefined
      const shows = opened?.programId === program.id ? windowTitle(bench.near([]), opened) : 'nothing'
      first ??= issues ?? [arrangementIssue({ code: 'cannot-show', program: program.name, shows }, 'shows')]
      goBack()
    }
    return first
  }

  /** What is left for a window that shows what it shall; one that is new has no name yet, and is the one in front. */
  private finish(wish: Wish, known: string | undefined): Outcome {
    if (known === undefined) this.fresh.add(wish)
    return this.turnTo(wish, known) ?? this.place(wish, known)
  }

  /** The document in front, where another one is. */
  private turnTo({ resolved }: Wish, known: string | undefined): Outcome {
    const { bench } = this.trial
    const window = known === undefined ? bench.front()! : bench.window(known)!
    if (hasInFront(window, resolved)) return undefined
    const shows = escapeVariables(resolved.shows!.front!)
    return this.trial.do({ kind: 'window.show', which: whichOf(known), shows }, [window.id])
  }

  /** A program of one window that shows something else: it takes what it shall show, or is closed and opened anew. */
  private renew(wish: Wish, window: BenchWindow): Outcome {
    const goBack = this.trial.mark()
    const { mode = window.mode } = wish.wanted
    const loaded = this.open(wish, { windowMode: mode === 'maximized' ? 'maximized' : 'normal' })
    if (!loaded && !this.finish(wish, window.id)) return undefined
    goBack()
    if (hasUnsaved(window) && this.unsaved === 'leave') {
      const title = windowTitle(this.trial.bench.near([window.id]), window)
      return [arrangementIssue({ code: 'unsaved-kept', window: title })]
    }
    return this.open(wish, { whenRunning: 'reopen', unsaved: this.unsaved }) ?? this.finish(wish, undefined)
  }

  /** State and place of a window. */
  private place(wish: Wish, known: string | undefined): Outcome {
    const { wanted } = wish
    const { bench } = this.trial
    const id = known ?? bench.front()!.id
    const window = bench.window(id)!
    const which = whichOf(known)
    const { displayId, desktop, area } = astray(window, wanted, bench.bare)
    if (displayId !== undefined || desktop !== undefined || area !== undefined) {
      // It has to be in front still to be told what else to do.
      const follows = known === undefined && desktop !== undefined && (wanted.mode ?? window.mode) !== window.mode
      const issues = this.trial.do(
        {
          kind: 'windows.place',
          which,
          ...(displayId === undefined ? {} : { display: { kind: 'named', deviceId: displayId } }),
          ...(desktop === undefined ? {} : { desktop }),
          ...(area === undefined ? {} : { place: { kind: 'rectangle', area } }),
          ...(follows ? { follow: true } : {}),
        },
        [id],
      )
      if (issues) return issues
    }
    const { mode } = bench.window(id)!
    if (wanted.mode === undefined || mode === wanted.mode) return undefined
    // What comes to the front in the end is shown again by that.
    const isUnseen = mode === 'minimized' || mode === 'hidden'
    if (wanted.inFront && wanted.mode === 'normal' && isUnseen) return undefined
    return this.trial.do({ kind: 'windows.set', which, to: wanted.mode }, [id])
  }
}

const whichOf = (known: string | undefined) =>
  known === undefined ? { kind: 'front' } : { kind: 'window', windowId: known }
