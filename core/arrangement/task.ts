import type { Issue } from '../result'
import type { Node } from './inOrder'

/** A part of what is wanted, as something to be done. */
export interface Task extends Node {
  /** What it comes to, on the bench as the tasks before have left it; undefined where it is reached. */
  readonly reach: () => readonly Issue[] | undefined
  readonly windowId?: string
  /** Only holds others apart, and is no part of what is wanted. */
  readonly isMark?: true
}
