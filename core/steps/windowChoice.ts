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
import { expandVariables } from '../command'
import { namesFor } from './effect'
import type { StepContext } from './effect'
import { programIdSchema, requiredTemplate } from './fields'
import { stepIssue } from './issues'
import { programPart } from './names'
import type { Names } from './names'

/** Windows: the one in front, those of a program, those with a text in their title, or one by its id. */
export const windowChoiceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('front') }),
  z.object({ kind: z.literal('program'), programId: programIdSchema }),
  z.object({ kind: z.literal('title'), text: requiredTemplate('Give a part of the title.') }),
  /** As an act by hand means it; it holds as long as the window is open. */
  z.object({ kind: z.literal('window'), windowId: idSchema }),
  /** By its id, as a value of the lever has it: `${window.id}`. */
  z.object({ kind: z.literal('named'), text: requiredTemplate('Name a window, such as ${window.id}.') }),
])
export type WindowChoice = z.infer<typeof windowChoiceSchema>

/** As a form offers them; a window by its id is for acts by hand. */
export const WINDOW_CHOICES = ['front', 'program', 'title', 'named'] as const satisfies WindowChoice['kind'][]

export const windowChoiceWords: Record<(typeof WINDOW_CHOICES)[number], string> = {
  front: 'the window in front',
  program: 'the windows of a program',
  title: 'windows by their title',
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
    case 'window':
      return ['a window']
    case 'named':
      return say`the window ${partOf(`${at}.text`, choice.text, 'text')}`
    default:
      return assertNever(choice)
  }
}

/** The windows that are meant, topmost first. Issues: `no-window`, and those of `expandVariables`. */
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
      const text = expandVariables(choice.text, names.values, names.broken)
      if (!text.ok) return text
      const wanted = text.value.toLocaleLowerCase('en')
      const fits = (window: BenchWindow) => windowTitle(bench, window).toLocaleLowerCase('en').includes(wanted)
      return found(stackedWindows(bench).filter(fits).reverse(), `No window has “${text.value}” in its title.`)
    }
    case 'named': {
      const names = namesFor(bench, values)
      const id = expandVariables(choice.text, names.values, names.broken)
      if (!id.ok) return id
      const window = own(bench.windows, id.value)
      return found(window ? [window] : [], `There is no open window “${id.value}”.`)
    }
    case 'window': {
      const window = own(bench.windows, choice.windowId)
      return found(window ? [window] : [], 'That window is no longer open.')
    }
    default:
      return assertNever(choice)
  }
}

function found(windows: BenchWindow[], because: string): Result<BenchWindow[]> {
  return windows.length > 0 ? succeed(windows) : fail(stepIssue({ code: 'no-window', because }))
}

/** What stands in the way of windows being meant at all: a program that is not there. */
export function windowChoiceIssues(choice: WindowChoice, bench: BenchState): Issue[] {
  return choice.kind === 'program' && choice.programId !== '' && !own(bench.programs, choice.programId)
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
