import { applyChange, fileAt, folderOf, frontProgram, globToRegExp, pathsThatDiffer, windowsOf } from '../bench'
import type { BenchState, Change } from '../bench'
import { expandVariables, lastPart } from '../command'
import type { BenchEvent } from '../levers'
import { assertNever, own } from '../result'
import type { Scope } from '../values'

/** Two states of the bench after each other, with the frames that were on in each. */
export interface Passage {
  readonly before: BenchState
  readonly after: BenchState
  readonly framesOn?: { readonly before: ReadonlySet<string>; readonly after: ReadonlySet<string> }
}

/**
 * Whether an event happened between two states of the bench, with what can be given to a lever that is pulled by it:
 * `file` and `files` of one that waits for files, `program` of one that waits for the front. `product-starts` never
 * happens between two.
 */
export function happened(event: BenchEvent, { before, after, framesOn }: Passage): Scope | undefined {
  switch (event.kind) {
    case 'program-starts':
    case 'program-ends': {
      const [ran, runs] = [runsIn(before, event.programId), runsIn(after, event.programId)]
      return (event.kind === 'program-starts' ? !ran && runs : ran && !runs) ? {} : undefined
    }
    case 'plugged-in':
    case 'plugged-out': {
      const [was, is] = [isPlugged(before, event.deviceId), isPlugged(after, event.deviceId)]
      return (event.kind === 'plugged-in' ? !was && is : was && !is) ? {} : undefined
    }
    case 'file-appears':
      return filesThatAppeared(event, before, after)
    case 'front-changes': {
      const [was, is] = [frontProgram(before)?.id, frontProgram(after)?.id]
      if (was === is || is === undefined || (event.programId !== undefined && event.programId !== is)) return undefined
      return { program: is }
    }
    case 'frame-on':
      return framesOn && !framesOn.before.has(event.frameId) && framesOn.after.has(event.frameId) ? {} : undefined
    case 'product-starts':
      return undefined
    default:
      return assertNever(event)
  }
}

/** The states of the bench through some changes, the one before them first; what cannot be made is passed over. */
export function statesThrough(before: BenchState, changes: readonly Change[]): BenchState[] {
  const states = [before]
  for (const change of changes) {
    const made = applyChange(states.at(-1)!, change)
    if (made.ok && made.value !== states.at(-1)) states.push(made.value)
  }
  return states
}

/**
 * The same as `happened` over several states after each other: what came and went in between happened all the same.
 * Several files that appeared are one event.
 */
export function happenedOver(
  event: BenchEvent,
  states: readonly BenchState[],
  framesOn?: Passage['framesOn'],
): Scope | undefined {
  if (event.kind === 'frame-on') return happened(event, { before: states[0]!, after: states.at(-1)!, framesOn })
  const given: Scope[] = []
  for (const [i, after] of states.entries()) {
    const came = i === 0 ? undefined : happened(event, { before: states[i - 1]!, after })
    if (came) given.push(came)
  }
  if (given.length < 2 || event.kind !== 'file-appears') return given[0]
  const files = [...new Set(given.flatMap(({ files: some }) => some as string[]))].sort()
  return { file: files[0]!, files }
}

function runsIn(bench: BenchState, programId: string): boolean {
  return windowsOf(bench, programId).length > 0
}

function isPlugged({ devices }: BenchState, deviceId: string): boolean {
  const device = own(devices, deviceId)
  return device !== undefined && device.plugged !== false
}

function filesThatAppeared(
  { folder, pattern }: Extract<BenchEvent, { kind: 'file-appears' }>,
  before: BenchState,
  after: BenchState,
): Scope | undefined {
  if (before.files === after.files) return undefined
  const place = expandVariables(folder, after.folders)
  if (!place.ok) return undefined
  const fits = globToRegExp(pattern)
  const files: string[] = []
  for (const path of pathsThatDiffer(before.files, after.files)) {
    if (folderOf(path) !== place.value || !fits.test(lastPart(path))) continue
    if (fileAt(after.files, path)?.kind === 'file' && fileAt(before.files, path) === undefined) files.push(path)
  }
  const [first] = files.sort()
  return first === undefined ? undefined : { file: first, files }
}
