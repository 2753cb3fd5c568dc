import { expect, test } from 'vitest'
import { expandVariables, escapeVariables } from '../core/command'
import { valueOf } from '../core/result'
import { stepSchema } from '../core/steps'
import { openedAgain } from './openedDirectly'

const step = (part: Record<string, unknown>) => stepSchema.parse({ id: 'open', ...part })

test('what was opened without a lever is asked for again as it was', () => {
  const odd = '/home/watch/a ${b} $$ $${c}.log'
  expect(valueOf(expandVariables(escapeVariables(odd), {}))).toBe(odd)
  expect(openedAgain([step({ kind: 'place.open', places: [escapeVariables(odd)] })])).toEqual({ place: odd })
  const another = step({ kind: 'program.open', programId: 'chart', args: [], whenRunning: 'another' })
  expect(openedAgain([another])).toEqual({ programId: 'chart', whenRunning: 'another' })
  const withFile = step({ kind: 'program.open', programId: 'chart', args: ['/l/a.log'], whenRunning: 'raise' })
  expect(openedAgain([withFile])).toEqual({ programId: 'chart', place: '/l/a.log', whenRunning: 'raise' })
  // Of a run whose steps are kept no longer nothing is known.
  expect([openedAgain([]), openedAgain([step({ kind: 'message.show', text: 'x' })])]).toEqual([undefined, undefined])
})
