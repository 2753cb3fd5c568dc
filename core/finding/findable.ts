import { assertNever } from '../result'
import type { SearchEntry } from '../search'
import type { FindableKind } from './kinds'

/** What an entry stands for, by which it is found again where it is. */
export type Target =
  | { readonly kind: 'lever'; readonly leverId: string }
  | { readonly kind: 'program'; readonly programId: string }
  | { readonly kind: 'window'; readonly windowId: string }
  | { readonly kind: 'tab'; readonly windowId: string; readonly path: string }
  | { readonly kind: 'file'; readonly path: string }
  | { readonly kind: 'folder'; readonly path: string }
  | { readonly kind: 'address'; readonly address: string }
  | { readonly kind: 'control'; readonly deviceId: string; readonly controlId: string }
  | { readonly kind: 'frame'; readonly frameId: string }
  | { readonly kind: 'value'; readonly valueId: string }
  | { readonly kind: 'clip'; readonly clipId: string }
  | { readonly kind: 'sum'; readonly sumId: string }
  | { readonly kind: 'setting'; readonly settingId: string }
  | { readonly kind: 'view'; readonly path: string }

/** One thing that can be found by typing; plain data, so that it can be sent to where the index is. */
export interface Findable extends SearchEntry {
  readonly kind: FindableKind
  readonly target: Target
  /** Of programs their main categories, of files what they are: to be narrowed to. */
  readonly categories?: readonly string[]
}

/** The id of an entry: its kind, and what tells it from others of it. */
export function findableId(target: Target): string {
  return `${target.kind}:${keyOf(target)}`
}

function keyOf(target: Target): string {
  switch (target.kind) {
    case 'lever':
      return target.leverId
    case 'program':
      return target.programId
    case 'window':
      return target.windowId
    case 'tab':
      return `${target.windowId} ${target.path}`
    case 'file':
    case 'folder':
    case 'view':
      return target.path
    case 'address':
      return target.address
    case 'control':
      return `${target.deviceId} ${target.controlId}`
    case 'frame':
      return target.frameId
    case 'value':
      return target.valueId
    case 'clip':
      return target.clipId
    case 'sum':
      return target.sumId
    case 'setting':
      return target.settingId
    default:
      return assertNever(target)
  }
}
