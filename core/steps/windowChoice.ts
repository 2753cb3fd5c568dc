import { z } from 'zod'
import {
  benchIssue,
  desktopCount,
  frontWindow,
  idSchema,
  isOnShownDesktop,
  stackedWindows,
  windowsOf,
  windowTitle,
} from '../bench'
import type { BenchState, BenchWindow } from '../bench'
import { assertNever, fail, own, succeed } from '../result'
import type { Issue, Result } from '../result'
import { partOf, say } from '../sentence'
import type { Sentence } from '../sentence'
import { expandNames } from '../command'
import { namesFor } from './namesFor'
import type { StepContext } from './effect'
import { programIdSchema, requiredTemplate } from './fields'
import { stepIssue } from './issues'
import { programName, programPart } from './names'
import type { Names } from './names'

/** Windows: the one in front, those of a program, those with a text in their title, or one by its id. */
export const windowChoiceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('front') }),
  z.object({ kind: z.literal('program'), programId: programIdSchema }),
  z.object({ kind: z.literal('title'), text: requiredTemplate('Give a part of the title.') }),
  /**
   * The one that was meant when it was written down: of that program with that title, or else any of the program, one
   * with that title, or one of a program of the same category.
   */
  z.object({ kind: z.literal('meant'), programId: programIdSchema, title: z.string().max(4096) }),
  /** As an act by hand means it; it holds as long as the window is open. */
  z.object({ kind: z.literal('window'), windowId: idSchema }),
  /** By its id, as a value of the lever has it: `${window.id}`. */
  z.object({ kind: z.literal('named'), text: requiredTemplate('Name a window, such as ${window.id}.') }),
])
export type WindowChoice = z.infer<typeof windowChoiceSchema>

/** As a form offers them; a window by its id is for acts by hand. */
export const WINDOW_CHOICES = ['front', 'program', 'title', 'meant', 'named'] as const satisfies WindowChoice['kind'][]

export const windowChoiceWords: Record<(typeof WINDOW_CHOICES)[number], string> = {
  front: 'the window in front',
  program: 'the windows of a program',
  title: 'windows by their title',
  meant: 'the window that was meant',
  named: 'the window of a value',
}

/** `the window in front`, `the windows of Dome Desk`, `windows with “north” in their title`; with parts to be chosen. */
export function windowParts(at: string, choice: WindowChoice, names: Names): Sentence {
  switch (choice.kind) {
    case 'front':
      return ['the window in front']
    case 'program':
      return say`the windows of ${programPart(`${at}.programId`, choice.programId, names)}`
    case 'title':
      return say`windows with “${partOf(`${at}.text`, choice.text, 'text')}” in their title`
    case 'meant': {
      const titled = choice.title === '' ? '' : say` “${partOf(`${at}.title`, choice.title, 'text')}”`
      return say`the window${titled} of ${programPart(`${at}.programId`, choice.programId, names)}`
    }
    case 'window': {
      const window = own(names.windows ?? {}, choice.windowId)
      return [window ? `a window of ${programName(window.programId, names)}` : 'a window']
    }
    case 'named':
      return say`the window ${partOf(`${at}.text`, choice.text, 'text')}`
    default:
      return assertNever(choice)
  }
}

/** The windows that are meant, topmost first. Issues: `no-window`, and those of `expandNames`. */
export function windowsMeant(
  choice: WindowChoice,
  bench: BenchState,
  { values }: Pick<StepContext, 'values'>,
): Result<BenchWindow[]> {
  switch (choice.kind) {
    case 'front': {
      const front = frontWindow(bench)
      return found(front ? [front] : [], 'No window is in front.')
    }
    case 'program':
      return found(
        windowsOf(bench, choice.programId),
        `${own(bench.programs, choice.programId)?.name ?? choice.programId} has no window open.`,
      )
    case 'title': {
      const names = namesFor(bench, values)
      const text = expandNames(choice.text, names)
      if (!text.ok) return text
      const wanted = text.value.toLocaleLowerCase('en')
      const fits = (window: BenchWindow) => windowTitle(bench, window).toLocaleLowerCase('en').includes(wanted)
      return found(stackedWindows(bench).filter(fits).reverse(), `No window has “${text.value}” in its title.`)
    }
    case 'named': {
      const names = namesFor(bench, values)
      const id = expandNames(choice.text, names)
      if (!id.ok) return id
      const window = own(bench.windows, id.value)
      return found(window ? [window] : [], `There is no open window “${id.value}”.`)
    }
    case 'meant': {
      const found_ = lookFor(choice, bench)
      return found(found_ ? [found_.window] : [], `Nothing like the window “${choice.title}” is open.`)
    }
    case 'window': {
      const window = own(bench.windows, choice.windowId)
      return found(window ? [window] : [], 'That window is no longer open.')
    }
    default:
      return assertNever(choice)
  }
}

type Meant = Extract<WindowChoice, { kind: 'meant' }>

/** The window that is meant, or the likeliest that stands in for it: by program, by title, by the kind of program. */
function lookFor(
  { programId, title }: Meant,
  bench: BenchState,
): { window: BenchWindow; isOther: boolean } | undefined {
  const open = stackedWindows(bench).toReversed()
  const isOfProgram = (window: BenchWindow) => window.programId === programId
  const isTitled = (window: BenchWindow) => title !== '' && titleWithoutMark(bench, window) === title
  const category = own(bench.programs, programId)?.categories[0]
  const isAlike = (window: BenchWindow) =>
    category !== undefined && own(bench.programs, window.programId)?.categories.includes(category) === true
  const just = open.find((window) => isOfProgram(window) && (title === '' || isTitled(window)))
  if (just) return { window: just, isOther: false }
  const other = open.find(isOfProgram) ?? open.find(isTitled) ?? open.find(isAlike)
  return other && { window: other, isOther: true }
}

/** The title of a window by which it is found again: unsaved work comes and goes. */
export function titleWithoutMark(bench: BenchState, window: BenchWindow): string {
  return windowTitle(bench, window).replaceAll(/\*(?=,|$)/g, '')
}

/** What was taken in place of the window that was meant, as a sentence; undefined where it was there. */
export function insteadOf(choice: WindowChoice, bench: BenchState): string | undefined {
  const found = choice.kind === 'meant' ? lookFor(choice, bench) : undefined
  if (choice.kind !== 'meant' || !found?.isOther) return undefined
  return `“${choice.title}” is not open, so “${windowTitle(bench, found.window)}” was taken instead.`
}

/** A note with what was taken in place of the window that was meant. */
export function withInstead(choice: WindowChoice, bench: BenchState, note: string): string {
  const instead = insteadOf(choice, bench)
  return instead === undefined ? note : `${instead} ${note}`
}

function found(windows: BenchWindow[], because: string): Result<BenchWindow[]> {
  return windows.length > 0 ? succeed(windows) : fail(stepIssue({ code: 'no-window', because }))
}

/** What stands in the way of windows being meant at all: a program that is not there. */
export function windowChoiceIssues(choice: WindowChoice, bench: BenchState): Issue[] {
  const isNamed = choice.kind === 'program' || choice.kind === 'meant'
  return isNamed && choice.programId !== '' && !own(bench.programs, choice.programId)
    ? [stepIssue({ code: 'no-window', because: `There is no program “${choice.programId}” on the bench.` })]
    : []
}

/** How to mean this window and no other as things stand: as the one in front, by its program, by its title, or by its id. */
export function choiceOf(bench: BenchState, window: BenchWindow): WindowChoice {
  if (frontWindow(bench)?.id === window.id) return { kind: 'front' }
  const ofProgram = windowsOf(bench, window.programId)
  if (ofProgram.length === 1 && ofProgram[0]!.id === window.id) return { kind: 'program', programId: window.programId }
  const title = windowTitle(bench, window)
  const alike = stackedWindows(bench).filter((other) =>
    windowTitle(bench, other).toLocaleLowerCase('en').includes(title.toLocaleLowerCase('en')),
  )
  if (alike.length === 1 && !title.includes('${')) return { kind: 'title', text: title }
  return { kind: 'window', windowId: window.id }
}

/** The windows that can be seen, undermost first. */
export function windowsInSight(bench: BenchState): BenchWindow[] {
  return stackedWindows(bench).filter(
    (window) => (window.mode === 'normal' || window.mode === 'maximized') && isOnShownDesktop(bench, window),
  )
}

/** That there is no desktop of that number. */
export function desktopMissing(desktop: number, bench: BenchState): Issue {
  return benchIssue({ code: 'desktop-missing', desktop, count: desktopCount(bench) }, 'desktop')
}
