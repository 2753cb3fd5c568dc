import type { TriggerOf } from '../levers'
import { beginsWord, endingOf, letter } from './words'

type WordTrigger = Pick<TriggerOf<'word'>, 'word' | 'endings' | 'letters'>

/** Whether one typing can complete both at once. */
export function isSameWord(one: WordTrigger, other: WordTrigger): boolean {
  const same =
    one.letters === 'exact' && other.letters === 'exact'
      ? one.word === other.word
      : one.word.toLowerCase() === other.word.toLowerCase()
  const ends =
    one.endings.length === 0 ? other.endings.length === 0 : one.endings.some((end) => other.endings.includes(end))
  return same && ends
}

/** Whether a word is taken while another is being typed, so that the other never is. */
export function interrupts(early: WordTrigger, late: WordTrigger): boolean {
  const isAtEnd = (text: string) => {
    if (text.length < early.word.length || !beginsWord(text, early.word.length)) return false
    const typed = text.slice(-early.word.length)
    return early.letters === 'exact' ? typed === early.word : typed.toLowerCase() === early.word.toLowerCase()
  }
  for (let count = 1; count <= late.word.length; count++) {
    const text = late.word.slice(0, count)
    if (early.endings.length === 0) {
      const isBefore = count < late.word.length || late.endings.length > 0
      if (isBefore && isAtEnd(text)) return true
      continue
    }
    const ending = endingOf(text.at(-1)!)
    if (ending && early.endings.includes(ending) && isAtEnd(text.slice(0, -1))) return true
  }
  return false
}

/** Every part of a word that could be a word by itself: from its beginning, or from a sign in it, on. */
export function partsOfWord(word: string): Set<string> {
  const parts = new Set<string>()
  for (let from = 0; from < word.length; from++) {
    const starts = from === 0 || !letter.test(word[from]!) || !letter.test(word[from - 1]!)
    for (let to = starts ? from + 1 : word.length + 1; to <= word.length; to++) parts.add(word.slice(from, to))
  }
  return parts
}
