import { applyChange, standingOf } from '../bench'
import type { BenchState, Change } from '../bench'
import { assertNever } from '../result'
import type { Result } from '../result'
import { changesOf } from './log'
import type { Logged } from './log'
import type { PutBackReport } from './schema'

export interface PutBack {
  readonly bench: BenchState
  /** The inverse changes that were made, in order. */
  readonly changes: readonly Change[]
  readonly report: Omit<PutBackReport, 'atMs'>
}

/**
 * Takes back what a run changed, last change first. A result that somebody has altered since is not overwritten:
 * it is listed with both values, and left.
 */
export function putBack(run: Logged, bench: BenchState): PutBack {
  const changes: Change[] = []
  const report: Omit<PutBackReport, 'atMs'> = { undone: [], left: [], gone: [] }
  let now = bench
  for (const { change, inverse, left, sentence } of changesOf(run).reverse()) {
    const standing = standingOf(change, left, now)
    switch (standing.kind) {
      case 'gone':
        report.gone.push(sentence)
        break
      case 'altered':
        report.left.push({ sentence, left: standing.left, now: standing.now })
        break
      case 'stands': {
        const after = applyChange(now, inverse)
        if (isHeld(inverse, now, after))
          report.left.push({ sentence, left: left!.words, now: `${left!.words}, as the device does not follow` })
        else if (!after.ok && isBlocked(after.issues[0]?.code)) {
          const because = after.issues[0]!.message.replace(/\.$/, '')
          report.left.push({ sentence, left: left!.words, now: `kept from going back: ${because}` })
        } else if (!after.ok) report.gone.push(sentence)
        else {
          report.undone.push(sentence)
          if (after.value !== now) changes.push(inverse)
          now = after.value
        }
        break
      }
      default:
        assertNever(standing)
    }
  }
  return { bench: now, changes, report }
}

/** What it did is still there, but its old place is not, or is taken. */
function isBlocked(code: string | undefined): boolean {
  return code === 'name-taken' || code === 'folder-missing' || code === 'folder-full'
}

/** The device does not take the value back: it refuses, or stays as it is. */
function isHeld(inverse: Change, now: BenchState, after: Result<BenchState>): boolean {
  return inverse.kind === 'device.set' && (after.ok ? after.value === now : after.issues[0]?.code === 'device-held')
}
