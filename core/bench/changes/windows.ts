import { z } from 'zod'
import { fail, own, succeed } from '../../result'
import type { Result } from '../../result'
import { canonicalJson, sameValue } from '../canonicalJson'
import { benchIssue } from '../issues'
import { areaInWords } from '../areas'
import { desktopName } from '../desktops'
import {
  areaSchema,
  desktopNumberSchema,
  idSchema,
  windowContentSchema,
  windowModeSchema,
  windowSchema,
} from '../schema'
import type { BenchState, BenchWindow, WindowMode } from '../schema'
import { frontWindow, windowTitle } from '../windows'
import { defineChange, wasThere } from './defineChange'
import type { Footprint } from './defineChange'

const indexSchema = z.number().int().nonnegative()

/** `index` is the place in the stack; on top when absent. */
const open = defineChange({
  kind: 'window.open',
  fields: { window: windowSchema, index: indexSchema.optional() },
  apply(state, { window, index = state.stack.length }) {
    if (own(state.windows, window.id))
      return fail(benchIssue({ code: 'window-exists', windowId: window.id }, 'window.id'))
    if (!own(state.programs, window.programId))
      return fail(benchIssue({ code: 'program-missing', programId: window.programId }, 'window.programId'))
    return succeed({
      ...state,
      windows: { ...state.windows, [window.id]: window },
      stack: state.stack.toSpliced(index, 0, window.id),
    })
  },
  invert: (_before, { window }) => ({ kind: 'window.close', windowId: window.id }),
  describe({ window }, before) {
    if (window.content.error) return `An error window opens: ${window.content.error}`
    const mode = window.mode === 'normal' ? '' : `, ${window.mode}`
    return `A window opens${mode}: ${before ? windowTitle(before, window) : window.programId}.`
  },
  footprint: (state, { window }) => contentOf(state, window.id),
})

const close = defineChange({
  kind: 'window.close',
  fields: { windowId: idSchema },
  apply: (state, { windowId }) =>
    withWindow(state, windowId, () => {
      const { [windowId]: _closed, ...windows } = state.windows
      return { ...state, windows, stack: state.stack.filter((id) => id !== windowId) }
    }),
  invert: (before, { windowId }) => ({
    kind: 'window.open',
    window: windowBefore(before, windowId),
    index: before.stack.indexOf(windowId),
  }),
  describe: ({ windowId }, before) => `The window closes: ${titleOf(windowId, before)}.`,
  footprint: (state, { windowId }) => (own(state.windows, windowId) ? undefined : { same: 'closed', words: 'closed' }),
})

/** To the front; a minimized or hidden window is shown again. */
const raise = defineChange({
  kind: 'window.raise',
  fields: { windowId: idSchema },
  apply: (state, { windowId }) =>
    withWindow(state, windowId, (window) => {
      if (frontWindow(state)?.id === windowId) return state
      const mode = window.mode === 'minimized' || window.mode === 'hidden' ? 'normal' : window.mode
      return placed(state, window, state.stack.length - 1, mode)
    }),
  invert: placeBefore,
  describe: ({ windowId }, before) => `The window comes to the front: ${titleOf(windowId, before)}.`,
  footprint: (state, { windowId }) => placeOf(state, windowId),
})

const place = defineChange({
  kind: 'window.place',
  fields: { windowId: idSchema, index: indexSchema, mode: windowModeSchema },
  apply: (state, { windowId, index, mode }) =>
    withWindow(state, windowId, (window) => placed(state, window, index, mode)),
  invert: placeBefore,
  describe: modeSentence,
  footprint: (state, { windowId }) => placeOf(state, windowId),
})

const mode = defineChange({
  kind: 'window.mode',
  fields: { windowId: idSchema, mode: windowModeSchema },
  apply: (state, { windowId, mode }) =>
    withWindow(state, windowId, (window) => placed(state, window, state.stack.indexOf(window.id), mode)),
  invert: (before, { windowId }) => ({ kind: 'window.mode', windowId, mode: windowBefore(before, windowId).mode }),
  describe: modeSentence,
  footprint: (state, { windowId }) => placeOf(state, windowId),
})

const show = defineChange({
  kind: 'window.show',
  fields: { windowId: idSchema, content: windowContentSchema },
  apply: (state, { windowId, content }) =>
    withWindow(state, windowId, (window) =>
      sameValue(window.content, content)
        ? state
        : { ...state, windows: { ...state.windows, [window.id]: { ...window, content } } },
    ),
  invert: (before, { windowId }) => ({
    kind: 'window.show',
    windowId,
    content: windowBefore(before, windowId).content,
  }),
  describe({ windowId, content }, before) {
    const window = before && own(before.windows, windowId)
    const shown = window ? windowTitle(before, { ...window, content }) : 'something else'
    return `The window ${titleOf(windowId, before)} now shows ${shown}.`
  },
  footprint: (state, { windowId }) => contentOf(state, windowId),
})

/** Where a window stands: display, desktop and part of the display; `null` is where it stands by itself. */
const stand = defineChange({
  kind: 'window.stand',
  fields: {
    windowId: idSchema,
    displayId: idSchema.nullable(),
    desktop: desktopNumberSchema.nullable(),
    area: areaSchema.nullable(),
  },
  // A display that is not there is no hindrance: the window stands on the first one until it is.
  apply: (state, { windowId, displayId, desktop, area }) =>
    withWindow(state, windowId, (window) => {
      const { displayId: _display, desktop: _desktop, area: _area, ...rest } = window
      const moved: BenchWindow = {
        ...rest,
        ...(displayId === null ? {} : { displayId }),
        ...(desktop === null ? {} : { desktop }),
        ...(area === null ? {} : { area }),
      }
      return sameValue(window, moved) ? state : { ...state, windows: { ...state.windows, [windowId]: moved } }
    }),
  invert(before, { windowId }) {
    const { displayId = null, desktop = null, area = null } = windowBefore(before, windowId)
    return { kind: 'window.stand', windowId, displayId, desktop, area }
  },
  describe: ({ windowId, displayId, desktop, area }, before) =>
    `The window stands on ${standInWords(displayId, desktop, area, before)}: ${titleOf(windowId, before)}.`,
  footprint(state, { windowId }) {
    const window = own(state.windows, windowId)
    if (!window) return undefined
    const { displayId = null, desktop = null, area = null } = window
    return { same: canonicalJson([displayId, desktop, area]), words: standInWords(displayId, desktop, area, state) }
  },
})

export const windowChanges = [open, close, raise, place, mode, show, stand] as const

function standInWords(
  displayId: string | null,
  desktop: number | null,
  area: z.infer<typeof areaSchema> | null,
  state?: BenchState,
): string {
  const display =
    displayId === null ? 'the first display' : ((state && own(state.devices, displayId)?.name) ?? displayId)
  const on = desktop === null ? '' : `, desktop ${state ? desktopName(state, desktop) : desktop}`
  return `${display}${on}${area === null ? '' : `, ${areaInWords(area)}`}`
}

const modeWords: Record<WindowMode, string> = {
  normal: 'shown at its normal size',
  maximized: 'maximized',
  minimized: 'minimized',
  hidden: 'hidden',
}

function modeSentence({ windowId, mode }: { windowId: string; mode: WindowMode }, before?: BenchState): string {
  return `The window is ${modeWords[mode]}: ${titleOf(windowId, before)}.`
}

function titleOf(windowId: string, before?: BenchState): string {
  const window = before && own(before.windows, windowId)
  return window ? windowTitle(before, window) : windowId
}

function withWindow(
  state: BenchState,
  windowId: string,
  alter: (window: BenchWindow) => BenchState,
): Result<BenchState> {
  const window = own(state.windows, windowId)
  return window ? succeed(alter(window)) : fail(benchIssue({ code: 'window-missing', windowId }, 'windowId'))
}

function placed(state: BenchState, window: BenchWindow, index: number, mode: WindowMode): BenchState {
  const stack = state.stack.filter((id) => id !== window.id).toSpliced(index, 0, window.id)
  const moved = stack.some((id, i) => id !== state.stack[i])
  if (!moved && mode === window.mode) return state
  return {
    ...state,
    stack: moved ? stack : state.stack,
    windows: { ...state.windows, [window.id]: { ...window, mode } },
  }
}

function windowBefore(before: BenchState, windowId: string): BenchWindow {
  return wasThere(own(before.windows, windowId), `window ${windowId}`)
}

function placeBefore(before: BenchState, { windowId }: { windowId: string }) {
  const { mode } = windowBefore(before, windowId)
  return { kind: 'window.place', windowId, index: before.stack.indexOf(windowId), mode }
}

function contentOf(state: BenchState, windowId: string): Footprint | undefined {
  const window = own(state.windows, windowId)
  return window && { same: canonicalJson(window.content), words: windowTitle(state, window) }
}

function placeOf(state: BenchState, windowId: string): Footprint | undefined {
  const window = own(state.windows, windowId)
  if (!window) return undefined
  const words = frontWindow(state)?.id === windowId ? `${window.mode}, in front` : window.mode
  return { same: words, words }
}
