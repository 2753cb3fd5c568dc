import { all, create } from 'mathjs/number'
import type { FunctionNode, MathNode, SymbolNode } from 'mathjs'
import { fail, succeed } from '../result'
import type { Result } from '../result'

const LONGEST_SUM = 1000
const library = create(all!)
const CONSTANTS = new Set(['pi', 'tau', 'e', 'PI', 'E', 'phi'])
const FUNCTIONS = new Set(
  (
    'abs cbrt ceil cos acos exp fix floor gcd hypot lcm log log10 log2 max mean median min mod pow round sign sin asin ' +
    'sqrt square cube tan atan atan2'
  ).split(' '),
)

/**
 * The value of a sum as people write it: `2 * (3 + 4)`, `15 / 4`, `sqrt(2)`, `12 % 5`. `before` is the value that a sum
 * goes on from which begins with a sign (`* 2`). Issues: `sum-unreadable`, `sum-no-number`.
 */
export function evaluateSum(text: string, before?: number): Result<number> {
  const sum = text.trim()
  if (sum === '') return fail({ code: 'sum-unreadable', message: 'There is no sum here. Write one, such as 2 * 60.' })
  if (sum.length > LONGEST_SUM)
    return fail({ code: 'sum-unreadable', message: `A sum has at most ${LONGEST_SUM} letters.` })
  const whole = before !== undefined && /^[-+*/^%]/.test(sum) ? `(${before}) ${sum}` : sum
  try {
    const tree = library.parse(whole)
    tree.traverse(refuseOthers)
    const value: unknown = tree.evaluate({})
    if (typeof value !== 'number' || !Number.isFinite(value))
      return fail({ code: 'sum-no-number', message: `“${text}” does not come to a number.` })
    // Binary fractions: 0.1 + 0.2 reads as people expect it.
    return succeed(Number(value.toPrecision(14)))
  } catch (error) {
    const because = error instanceof Error ? error.message.replace(/\.$/, '') : String(error)
    return fail({ code: 'sum-unreadable', message: `“${text}” cannot be read as a sum: ${because}.` })
  }
}

/** The library reads whole programs, ranges of a thousand million numbers among them; a sum has numbers and signs. */
function refuseOthers(node: MathNode): void {
  switch (node.type) {
    case 'ConstantNode':
    case 'OperatorNode':
    case 'ParenthesisNode':
      return
    case 'SymbolNode': {
      const { name } = node as SymbolNode
      if (!CONSTANTS.has(name) && !FUNCTIONS.has(name)) throw new Error(`“${name}” is no number`)
      return
    }
    case 'FunctionNode': {
      const { name } = (node as FunctionNode).fn as SymbolNode
      if (!FUNCTIONS.has(name)) throw new Error(`“${name ?? 'this'}” is nothing that can be worked out here`)
      return
    }
    default:
      throw new Error('only numbers, signs and brackets make a sum')
  }
}
