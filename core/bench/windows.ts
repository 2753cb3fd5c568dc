import { own } from '../result'
import { WINDOW_PARTS } from '../command'
import { partName } from './choices'
import { isOnShownDesktop } from './desktops'
import type { BenchDocument, BenchState, BenchWindow, Program, WindowContent } from './schema'

const isShown = (window: BenchWindow) => window.mode === 'normal' || window.mode === 'maximized'

/** The window that has the keys: the topmost one of the desktop shown that is neither minimized nor hidden. */
export function frontWindow(state: BenchState): BenchWindow | undefined {
  for (let i = state.stack.length - 1; i >= 0; i--) {
    const window = own(state.windows, state.stack[i]!)
    if (window && isShown(window) && isOnShownDesktop(state, window)) return window
  }
  return undefined
}

/** The program whose window is in front. */
export function frontProgram(state: BenchState): Program | undefined {
  const window = frontWindow(state)
  return window && own(state.programs, window.programId)
}

/** The windows in the order of the stack, undermost first. */
export function stackedWindows({ stack, windows }: Pick<BenchState, 'stack' | 'windows'>): BenchWindow[] {
  return stack.flatMap((id) => own(windows, id) ?? [])
}

/** A program's windows, topmost first. Error windows do not count: the program behind them does not run. */
export function windowsOf(state: BenchState, programId: string): BenchWindow[] {
  return stackedWindows(state)
    .filter((window) => window.programId === programId && !window.content.error)
    .reverse()
}

/** The documents of a window, the one in front first where that is not simply the last one. */
function inFront({ documents, active }: WindowContent): BenchDocument[] {
  const front = documents.find((document) => document.path === active)
  return front ? [front, ...documents.filter((document) => document !== front)] : documents
}

/** The document that is shown in front in a window. */
export function documentInFront(content: WindowContent): BenchDocument | undefined {
  return content.documents.find((document) => document.path === content.active) ?? content.documents.at(-1)
}

export function hasUnsaved(window: BenchWindow): boolean {
  return window.content.documents.some((document) => document.unsaved)
}

/** `Atlas Room: dome · north.atlas, tonight.overlay`. */
export function windowTitle(state: BenchState, window: BenchWindow): string {
  const name = own(state.programs, window.programId)?.name ?? window.programId
  if (window.content.error) return `${name}: cannot open`
  const program = own(state.programs, window.programId)
  const parts = WINDOW_PARTS.flatMap((part) =>
    window.content[part] === undefined ? [] : [partName(program, part, window.content[part], state)],
  ).join(', ')
  const files = inFront(window.content).map(documentName).join(', ')
  return [name, [parts, files].filter(Boolean).join(' · ')].filter(Boolean).join(': ')
}

/** The name of a document; marked when unsaved. */
export function documentName({ path, unsaved }: BenchDocument): string {
  return unsaved ? `${placeName(path)}*` : placeName(path)
}

/** The last part of a path, or an address without its scheme. */
export function placeName(path: string): string {
  const plain = path.replace(/^[a-z][a-z0-9+.-]*:\/\//i, '')
  return plain === path ? plain.replace(/\/$/, '').split('/').at(-1)! : plain
}
