import { folderOf, windowTitle } from '../bench'
import type { BenchState, BenchWindow, Change } from '../bench'
import { escapeVariables, lastPart } from '../command'
import { assertNever, own } from '../result'
import type { LogEntry } from '../run'
import { controlFields, stepSchema } from '../steps'
import type { Step, WindowChoice } from '../steps'
import { argumentsOf } from './argumentsOf'

/** Something a run did that no step takes back, and why. */
export interface Unreversed {
  readonly sentence: string
  readonly because: string
}

export interface Reverse {
  readonly steps: Step[]
  readonly without: Unreversed[]
}

type Written = Record<string, unknown> & { kind: string }
type Undone = { readonly kind: 'step'; readonly step: Written } | { readonly kind: 'none'; readonly because: string }

/**
 * The steps that do the opposite of what a run did, last first, written as a user would write them: programs are opened
 * with the arguments they had, files go back to where they came from, values become what they were. What has no
 * opposite, such as a text that was typed, is told. `bench` is the one after the run; it knows the names of windows and
 * the options of programs, without which less is said. Steps are numbered `r1`, `r2`, … .
 */
export function reverseOf({ log }: { readonly log: readonly LogEntry[] }, bench?: BenchState): Reverse {
  const written: Written[] = []
  const without: Unreversed[] = []
  const titles = new Map<string, string>()
  for (const { changes } of log.toReversed()) {
    for (const recorded of changes.toReversed()) {
      const undone = undo(recorded.change, recorded.inverse, bench, titles)
      if (undone === undefined) continue
      if (undone.kind === 'none') without.push({ sentence: recorded.sentence, because: undone.because })
      else if (!joined(written, undone.step)) written.push(undone.step)
    }
  }
  const steps = written.map((step, i) => stepSchema.parse({ id: `r${i + 1}`, ...step }))
  return { steps, without }
}

/** Several files that go to one folder are one step, and so is what several windows become. */
function joined(written: Written[], step: Written): boolean {
  const last = written.at(-1)
  if (last?.kind !== step.kind) return false
  const isSame = (keys: readonly string[]) =>
    keys.every((key) => JSON.stringify(last[key]) === JSON.stringify(step[key]))
  const together = (key: string, alike: readonly string[]) => {
    const [before, more] = [last[key] as unknown[], step[key] as unknown[]]
    if (!isSame(alike) || before.length + more.length > 1000) return false
    last[key] = [...before, ...more]
    return true
  }
  switch (step.kind) {
    case 'files.move':
      return together('paths', ['to', 'act', 'taken'])
    case 'files.bin':
      return together('paths', [])
    case 'files.restore':
      return together('names', [])
    case 'frame.switch':
      return together('frameIds', ['to'])
    default:
      return isSame(Object.keys(step)) && isSame(Object.keys(last))
  }
}

const step = (written: Written): Undone => ({ kind: 'step', step: written })
const none = (because: string): Undone => ({ kind: 'none', because })

/** Windows that the steps open again have other ids: they are meant by their title. */
function windowNamed(windowId: string, bench: BenchState | undefined, titles: Map<string, string>): WindowChoice {
  const window = bench && own(bench.windows, windowId)
  const title = titles.get(windowId) ?? (window && windowTitle(bench, window))
  return title === undefined ? { kind: 'window', windowId } : { kind: 'title', text: escapeVariables(title) }
}

function openedAgain(window: BenchWindow, bench: BenchState | undefined, titles: Map<string, string>): Undone {
  if (window.content.error) return none('An error window is not opened on purpose.')
  if (bench) titles.set(window.id, windowTitle(bench, window))
  const unsaved = window.content.documents.some((document) => document.unsaved && document.draft)
  if (unsaved) return none('What was not saved in it is gone.')
  const { workingDirectory, environment } = window.content
  return step({
    kind: 'program.open',
    programId: window.programId,
    args: argumentsOf(window, bench),
    whenRunning: 'another',
    ...(window.mode === 'normal' || window.mode === 'hidden' ? {} : { windowMode: window.mode }),
    ...(workingDirectory === undefined ? {} : { workingDirectory: escapeVariables(workingDirectory) }),
    ...(environment === undefined
      ? {}
      : {
          environment: Object.entries(environment).map(([name, value]) => ({ name, value: escapeVariables(value) })),
        }),
  })
}

/** What takes one change back; undefined where nothing has to be done for it. */
function undo(
  change: Change,
  inverse: Change,
  bench: BenchState | undefined,
  titles: Map<string, string>,
): Undone | undefined {
  switch (change.kind) {
    case 'window.open':
      return step({
        kind: 'windows.close',
        which: windowNamed(change.window.id, bench, titles),
        unsaved: 'ask',
      })
    case 'window.close':
      return inverse.kind === 'window.open'
        ? openedAgain(inverse.window, bench, titles)
        : none('It is not known what it was.')
    case 'window.mode':
    case 'window.place':
    case 'window.raise': {
      if (inverse.kind !== 'window.mode' && inverse.kind !== 'window.place') return undefined
      const hadMode = change.kind === 'window.raise' ? undefined : change.mode
      // Which window stood above which others is nothing that one sets by itself.
      if (inverse.mode === hadMode || (change.kind === 'window.raise' && inverse.mode === 'normal')) return undefined
      return step({ kind: 'windows.set', which: windowNamed(change.windowId, bench, titles), to: inverse.mode })
    }
    case 'window.stand': {
      if (inverse.kind !== 'window.stand') return undefined
      const { displayId, desktop, area } = inverse
      return step({
        kind: 'windows.place',
        which: windowNamed(change.windowId, bench, titles),
        ...(displayId === null ? {} : { display: { kind: 'named', deviceId: displayId } }),
        ...(desktop === null && change.desktop === null ? {} : { desktop: desktop ?? 1 }),
        place: area === null ? { kind: 'own' } : { kind: 'rectangle', area },
      })
    }
    case 'window.show':
      return none('What a window showed before is no step of its own.')
    case 'file.move':
      // What came out of the bin goes back into it.
      if (inverse.kind === 'file.move' && inverse.binnedFrom !== undefined)
        return step({ kind: 'files.bin', paths: [escapeVariables(change.to)] })
      return movedBack(change)
    case 'file.put':
      return inverse.kind === 'file.remove'
        ? step({ kind: 'files.bin', paths: [escapeVariables(change.path)] })
        : none('What stood there before is not kept.')
    case 'file.remove':
      return none('What was removed is not in the bin.')
    case 'device.set':
      if (inverse.kind !== 'device.set') return undefined
      return inverse.value === null
        ? none('Its value was not known before.')
        : step(controlFields(change.deviceId, change.controlId, { kind: 'set', value: inverse.value }))
    case 'frame.switch': {
      const before = inverse.kind === 'frame.switch' ? inverse.on : null
      return step({ kind: 'frame.switch', frameIds: [change.frameId], to: (before ?? !change.on) ? 'on' : 'off' })
    }
    case 'frame.lift':
      return step({ kind: 'frame.lift', frameIds: [change.frameId], to: change.index === null ? 'top' : 'back' })
    case 'desktop.show':
      return inverse.kind === 'desktop.show'
        ? step({ kind: 'desktop.go', to: { kind: 'number', desktop: inverse.desktop } })
        : undefined
    case 'message.show':
    case 'message.dismiss':
      return none('A message has been read.')
    case 'clipboard.put':
    case 'clipboard.take':
    case 'clipboard.pin':
      return none('What was copied stays among what was copied.')
    case 'document.edit':
      return none('A text that was typed has no opposite.')
    case 'clock.run':
      return none('Time does not go back.')
    case 'device.plug':
    case 'device.default':
    case 'device.fault':
    case 'device.put':
    case 'device.remove':
    case 'program.put':
    case 'program.remove':
    case 'desktop.put':
    case 'lamp.watch':
    case 'addresses.put':
      return none('This is done by hand, not by a step.')
    default:
      return assertNever(change)
  }
}

function movedBack({ from, to, binnedFrom }: Extract<Change, { kind: 'file.move' }>): Undone {
  if (binnedFrom !== undefined) return step({ kind: 'files.restore', names: [escapeVariables(lastPart(to))] })
  const paths = [escapeVariables(to)]
  if (folderOf(from) === folderOf(to))
    return step({ kind: 'files.rename', paths, pattern: escapeVariables(lastPart(from)), taken: 'both' })
  if (lastPart(from) !== lastPart(to)) return none(`It got another name there; move ${to} back to ${from} by hand.`)
  return step({ kind: 'files.move', act: 'move', paths, to: escapeVariables(folderOf(from)), taken: 'both' })
}
