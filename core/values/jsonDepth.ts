/** How deep lists and records stand in each other in a JSON text, found without reading it. */
export function jsonDepth(text: string): number {
  let depth = 0
  let deepest = 0
  let isText = false
  for (let i = 0; i < text.length; i++) {
    const sign = text[i]
    if (isText) {
      if (sign === '\\') i += 1
      else if (sign === '"') isText = false
    } else if (sign === '"') isText = true
    else if (sign === '[' || sign === '{') deepest = Math.max(deepest, (depth += 1))
    else if (sign === ']' || sign === '}') depth -= 1
  }
  return deepest
}
