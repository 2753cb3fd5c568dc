/** Of plain data, in the order of its fields. */
export function isSame(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other)
}
