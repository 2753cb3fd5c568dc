import { listed } from '../names'
import { assertNever, own } from '../result'
import type { Names } from '../steps'
import type { Lever } from './schema'
import type { Trigger } from './triggerSchema'
import type { Scope } from './scopeSchema'

/** Whether triggers of this scope are live with `programId` in front; undefined when nothing is. */
export function isLive(scope: Scope, programId: string | undefined): boolean {
  switch (scope.kind) {
    case 'everywhere':
      return true
    case 'only':
      return programId !== undefined && scope.programIds.includes(programId)
    case 'except':
      return programId === undefined || !scope.programIds.includes(programId)
    default:
      return assertNever(scope)
  }
}

/** More specific scopes rank higher and win a key: only these (2), all but these (1), everywhere (0). */
export function specificity(scope: Scope): 0 | 1 | 2 {
  return scope.kind === 'only' ? 2 : scope.kind === 'except' ? 1 : 0
}

/** Whether there is something, a program or nothing in front, with which both scopes are live. */
export function scopesOverlap(one: Scope, other: Scope): boolean {
  if (one.kind === 'only') return isLiveWithAny(other, one.programIds)
  // Outside of the programs they name, scopes that are not `only` are both live.
  return other.kind !== 'only' || isLiveWithAny(one, other.programIds)
}

function isLiveWithAny(scope: Scope, programIds: readonly string[]): boolean {
  for (const id of programIds) if (isLive(scope, id)) return true
  return false
}

/** `everywhere`, `only in Atlas Room`, `everywhere but in Sky Log and Dome Desk`. */
export function describeScope(scope: Scope, names: Names): string {
  if (scope.kind === 'everywhere') return 'everywhere'
  const programs = listed(scope.programIds.map((id) => own(names.programs, id)?.name ?? id))
  return scope.kind === 'only' ? `only in ${programs}` : `everywhere but in ${programs}`
}

/** Whether a lever has a chord that the program in front claims too. */
export function leverWins(lever: Pick<Lever, 'scope'>, trigger: Pick<Trigger, 'wins'>): boolean {
  return trigger.wins === 'auto' ? lever.scope.kind === 'only' : trigger.wins === 'lever'
}
