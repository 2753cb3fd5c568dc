const COLUMNS = 3
const ROWS = 3

/** Where a window of normal size stands, in percent of the screen: always the same for the same window. */
export function placeOnScreen(windowId: string): { left: string, top: string, width: string, height: string } {
  let hash = 2166136261
  for (const letter of windowId) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619) >>> 0
  const column = hash % COLUMNS
  const row = (hash >>> 8) % ROWS
  const shift = (hash >>> 16) % 5
  return { left: `${2 + column * 20 + shift}%`, top: `${3 + row * 19 + shift}%`, width: '50%', height: '42%' }
}
