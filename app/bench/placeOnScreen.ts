const COLUMNS = 3
const ROWS = 3

/** Where a window of normal size stands, in percent of the screen: always the same for the same window. */
export function placeOnScreen(windowId: string): { left: string; top: string; width: string; height: string } {
  let hash = 2166136261
  for (const letter of windowId) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619) >>> 0
  hash = Math.imul(hash ^ (hash >>> 15), 2246822519) >>> 0
  const column = hash % COLUMNS
  const row = Math.floor(hash / 64) % ROWS
  const shift = Math.floor(hash / 4096) % 7
  return { left: `${2 + column * 23 + shift}%`, top: `${3 + row * 20 + shift}%`, width: '44%', height: '37%' }
}
