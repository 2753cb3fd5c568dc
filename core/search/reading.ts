import { HASH_OF_NOTHING, HASH_PRIME } from '../hash'
import { LONGEST_TEXT } from './fold'

const SMALL = 1
const CAPITAL = 2
const DIGIT = 3

/** By code of ASCII: of a word, and of which kind, or 0. */
const KINDS = Uint8Array.from({ length: 128 }, (_, code) => {
  const sign = String.fromCharCode(code)
  return /[a-z]/.test(sign) ? SMALL : /[A-Z]/.test(sign) ? CAPITAL : /[0-9]/.test(sign) ? DIGIT : 0
})

/**
 * A text that was read once for all that an index wants to know of it. Most texts are plain, and of these nothing has
 * to be looked up.
 */
export class Reading {
  /** Its units of UTF-16, capitals of ASCII as small letters. */
  readonly units = new Uint16Array(LONGEST_TEXT)
  length = 0
  /** Nothing but ASCII: folding alters no more than capitals, and each letter keeps its place. */
  isPlain = true
  /** Plain, and no word is written as several: no capital within a word, no digits beside letters. */
  isSimple = true
  /** How many words of ASCII it has, and from where to before where each stands, with its hash. */
  words = 0
  readonly from = new Int32Array(LONGEST_TEXT)
  readonly to = new Int32Array(LONGEST_TEXT)
  readonly hash = new Int32Array(LONGEST_TEXT)

  /** Longer texts are read up to their bound. */
  read(text: string): this {
    const { units } = this
    const length = Math.min(text.length, LONGEST_TEXT)
    let isSimple = true
    let all = 0
    let before = 0
    let words = 0
    let hash = HASH_OF_NOTHING
    for (let i = 0; i < length; i++) {
      const unit = text.charCodeAt(i)
      all |= unit
      const kind = unit < 128 ? KINDS[unit]! : 0
      const small = kind === CAPITAL ? unit + 32 : unit
      units[i] = small
      if (kind !== 0) {
        if (before === 0) {
          this.from[words] = i
          hash = HASH_OF_NOTHING
        } else if (kind === CAPITAL || (kind === DIGIT) !== (before === DIGIT)) isSimple = false
        hash = Math.imul(hash ^ small, HASH_PRIME)
      } else if (before !== 0) {
        this.to[words] = i
        this.hash[words++] = hash
      }
      before = kind
    }
    if (before !== 0) {
      this.to[words] = length
      this.hash[words++] = hash
    }
    this.words = words
    this.length = length
    this.isPlain = all < 128
    this.isSimple = isSimple && this.isPlain
    return this
  }

  /** The hash of all of it, as a word has one. */
  hashOfAll(): number {
    let hash = HASH_OF_NOTHING
    for (let i = 0; i < this.length; i++) hash = Math.imul(hash ^ this.units[i]!, HASH_PRIME)
    return hash
  }
}
