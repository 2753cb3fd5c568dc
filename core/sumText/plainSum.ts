/** Signs as people write them, and what the library calls them. */
const SIGNS: readonly (readonly [RegExp, string])[] = [
  [/[×·]/g, '*'],
  [/÷/g, '/'],
  [/[−–]/g, '-'],
  [/²/g, '^2'],
  [/³/g, '^3'],
  [/√\s*(\d+(?:\.\d+)?|(?=\())/g, 'sqrt($1)'],
  [/π/g, 'pi'],
  [/(\d)\s+x\s+(?=[\d(])/g, '$1 * '],
  [/%\s+of\s+/g, '% * '],
  [/°\s*C\b/g, ' degC'],
  [/°\s*F\b/g, ' degF'],
  [/°/g, ' deg'],
  // To the library `min` is the least of several.
  [/(?<![a-z])min(?![a-z\s]*\()(?![a-z])/gi, 'minute'],
]

/** A sum as the library reads it. */
export function plainSum(text: string): string {
  return SIGNS.reduce((sum, [sign, plain]) => sum.replace(sign, plain), text).replace(/sqrt\(\)\s*\(/g, 'sqrt(')
}

/** Whether a sum goes on from the one before: it begins with a sign between two numbers, or turns it into another unit. */
export function goesOn(text: string): boolean {
  return /^\s*([-+*/^%×÷−·]|(to|in)\s)/.test(text)
}
