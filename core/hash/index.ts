/** FNV-1a, 32 bits, over UTF-16 units (Fowler, Noll and Vo; RFC 9923): where it begins, and what it multiplies by. */
export const HASH_OF_NOTHING = 0x811c9dc5 | 0
export const HASH_PRIME = 0x01000193

/** The hash of a text, 0 to 2³² − 1; from another beginning it is another one. */
export function hashOf(text: string, beginning = HASH_OF_NOTHING): number {
  let hash = beginning
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), HASH_PRIME)
  return hash >>> 0
}
