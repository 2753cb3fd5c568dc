import { randomUUID } from 'node:crypto'

/** A short id that no other thing in the store has. */
export function newId(): string {
  return randomUUID().replaceAll('-', '').slice(0, 16)
}
