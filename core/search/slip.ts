/**
 * Whether a word begins with what was typed but for one slip of the finger: a letter too much, one missing, one in
 * place of another, or two in the wrong order (Damerau 1964: edit distance 1, here to any beginning of the word).
 */
export function beginsButForASlip(word: string, typed: string): boolean {
  let i = 0
  while (i < typed.length && i < word.length && typed.charCodeAt(i) === word.charCodeAt(i)) i++
  if (i === typed.length) return true
  return (
    restBegins(word, i, typed, i + 1) ||
    (i < word.length &&
      (restBegins(word, i + 1, typed, i) ||
        restBegins(word, i + 1, typed, i + 1) ||
        (typed[i] === word[i + 1] && typed[i + 1] === word[i] && restBegins(word, i + 2, typed, i + 2))))
  )
}

/** Whether what is left of the typed letters stands at a place of the word. */
function restBegins(word: string, at: number, typed: string, from: number): boolean {
  return typed.length - from <= word.length - at && word.startsWith(typed.slice(from), at)
}
