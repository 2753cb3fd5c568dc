// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- what a single file of a package exports is declared there
/// <reference path="./mathjsBundle.d.ts" />
// The library as one file: the same in many files takes ten times as long to load.
import math from 'mathjs/lib/browser/math.js'
import type { ConstantNode, FunctionNode, MathNode, SymbolNode } from 'mathjs'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { goesOn, plainSum } from '../sumText'
import { isKnownUnit, UNITS_OF_THE_SKY } from './units'

/** A number, or a quantity with its unit as text, such as `5.3 km`, which a sum can go on from. */
export type SumValue = number | string

const LONGEST_SUM = 1000
const library = math.create(math.all!, { predictable: true })
for (const [name, { is, aliases }] of Object.entries(UNITS_OF_THE_SKY))
  library.createUnit(name, { definition: is, aliases: [...aliases] })

const CONSTANTS = new Set(['pi', 'tau', 'e', 'PI', 'E', 'phi'])
const FUNCTIONS = new Set(
  (
    'abs cbrt ceil cos acos exp fix floor gcd hypot lcm log log10 log2 max mean median min mod pow round sign sin asin ' +
    'sqrt square cube tan atan atan2'
  ).split(' '),
)

/**
 * The value of a sum as people write it: `2 * (3 + 4)`, `200 + 10 %`, `sqrt(2)`, `12 % 5`, `5 km + 300 m`,
 * `20 °C to °F`. `before` is the value that a sum goes on from which begins with a sign (`* 2`) or with `to`. Units of
 * length, angle, time and temperature, and what comes of multiplying and dividing them. Issues: `sum-unreadable`,
 * `sum-no-number`, `sum-units`.
 */
export function evaluateSum(text: string, before?: SumValue): Result<SumValue> {
  const sum = text.trim()
  if (sum === '') return fail({ code: 'sum-unreadable', message: 'There is no sum here. Write one, such as 2 * 60.' })
  if (sum.length > LONGEST_SUM)
    return fail({ code: 'sum-unreadable', message: `A sum has at most ${LONGEST_SUM} letters.` })
  const plain = plainSum(sum)
  const whole = before !== undefined && goesOn(plain) ? `(${plainSum(String(before))}) ${plain}` : plain
  try {
    const tree = library.parse(whole)
    tree.traverse(refuseOthers)
    const value: unknown = tree.evaluate({})
    return valueOf(value, text)
  } catch (error) {
    if (error instanceof RangeError)
      return fail({ code: 'sum-unreadable', message: 'There are too many brackets within each other.' })
    const because = error instanceof Error ? error.message.replace(/\.$/, '') : String(error)
    if (/Units do not match|Unexpected type of argument/.test(because))
      return fail({ code: 'sum-units', message: `The units in “${text}” do not fit together.` })
    return fail({ code: 'sum-unreadable', message: `“${text}” cannot be read as a sum: ${because}.` })
  }
}

function valueOf(value: unknown, text: string): Result<SumValue> {
  if (typeof value === 'number' && Number.isFinite(value)) return succeed(rounded(value))
  if (library.isUnit(value)) {
    const shown = library.format(value, { precision: 14, lowerExp: -7, upperExp: 15 })
    // Metres by metres, say.
    if (Number.isFinite(Number(shown))) return succeed(rounded(Number(shown)))
    if (/^-?\d/.test(shown)) return succeed(shown.replace(/\bdeg(?=[CF]?\b)/g, '°'))
  }
  return fail({ code: 'sum-no-number', message: `“${text}” does not come to a number.` })
}

/** Binary fractions: 0.1 + 0.2 reads as people expect it. */
function rounded(value: number): number {
  return Number(value.toPrecision(14))
}

/** The library reads whole programs, ranges of a thousand million numbers among them; a sum has numbers and signs. */
function refuseOthers(node: MathNode): void {
  switch (node.type) {
    case 'ConstantNode':
      if (typeof (node as ConstantNode).value !== 'number') throw new Error('only numbers are added')
      return
    case 'OperatorNode':
    case 'ParenthesisNode':
      return
    case 'SymbolNode': {
      const { name } = node as SymbolNode
      if (!CONSTANTS.has(name) && !FUNCTIONS.has(name) && !isKnownUnit(library, name))
        throw new Error(`“${name}” is no number`)
      return
    }
    case 'FunctionNode': {
      const { name } = (node as FunctionNode).fn as SymbolNode
      if (!FUNCTIONS.has(name)) throw new Error(`“${name ?? 'this'}” is nothing that can be worked out here`)
      return
    }
    default:
      throw new Error('only numbers, units, signs and brackets make a sum')
  }
}
