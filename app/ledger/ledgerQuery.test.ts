import { describe, expect, test } from 'vitest'
import { LEDGER_QUERY, ledgerQueryOf, runFilterOf } from './ledgerQuery'

const filterOf = (part: object) => runFilterOf({ ...LEDGER_QUERY, ...part })

describe('the filter of the ledger in the address of the view', () => {
  test('is all runs where nothing is said', () => {
    expect(runFilterOf(ledgerQueryOf({ tab: 'runs', run: 'r1' }))).toEqual({})
  })

  test('has days from their beginning to their end, in the time of this place', () => {
    const day = { from: '2026-11-25', until: '2026-11-25' }
    expect(filterOf(day)).toEqual({
      fromMs: new Date(2026, 10, 25).getTime(),
      untilMs: new Date(2026, 10, 26).getTime(),
    })
    // The last day of a month ends with the first of the next.
    expect(filterOf({ until: '2026-11-30' }).untilMs).toBe(new Date(2026, 11, 1).getTime())
  })

  test('leaves out what cannot be meant', () => {
    expect(filterOf({ outcome: 'gone', by: 'wind', from: 'soon', lever: 'lever-1', text: 'a'.repeat(300) })).toEqual({
      leverId: 'lever-1',
    })
    expect(ledgerQueryOf({ lever: ['a', 'b'], text: null })).toEqual(LEDGER_QUERY)
  })

  test('says all of it', () => {
    const query = ledgerQueryOf({
      lever: 'l',
      frame: 'f',
      outcome: 'put-back',
      by: 'key',
      program: 'p',
      text: ' Wind ',
    })
    expect(runFilterOf(query)).toEqual({
      leverId: 'l',
      frameId: 'f',
      outcome: 'put-back',
      source: 'key',
      programId: 'p',
      text: 'Wind',
    })
  })
})
