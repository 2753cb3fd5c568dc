/** A number that is written as one; an identifier may begin with a nought. */
const PADDED = /(^|[^\d.])0\d/
/** A day, a version, a telephone number: the same sign between three or more numbers, as in `27/11/2026`. */
const DAY = /^\d{1,4}([-/.])\d{1,2}\1\d{1,4}$/
const BEGINS = /^([\d(.√π−-]|(?:pi|tau)\b|[a-z]+[\d]*\s*\()/i
const BETWEEN = /[\d)%°²³πa-z]\s*(\*\*?|[-+*/^×·÷−%!])\s*[-−\d(.√πa-z]/i
const SQUARED = /[\d)][²³]|√\s*[\d(]/
const CALLED = /[a-z]+\d*\s*\(.*\d/i
const TURNED = /\d\s*[a-z°µ]+.*\s(to|in)\s+[a-z°µ]/i
const SHARE = /\d\s*%\s*of\s/i
const LONGEST = 1000

/**
 * Whether a text that was typed to find something may be a sum: it begins as one, and something is worked out in it.
 * A number alone is none, nor is a day or an identifier. Whether it is one shows when it is evaluated.
 */
export function looksLikeSum(text: string): boolean {
  const sum = text.trim()
  if (sum.length > LONGEST || !/\d|pi|tau|π/.test(sum) || PADDED.test(sum) || DAY.test(sum)) return false
  if (!BEGINS.test(sum)) return false
  return [BETWEEN, SQUARED, CALLED, TURNED, SHARE].some((way) => way.test(sum))
}
