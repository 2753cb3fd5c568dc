import { expect, test } from 'vitest'
import { isOwnKey } from './browserEvents'

test('the product’s own keys are its own without other modifiers alone; Shift goes with Tab', () => {
  const own = (code: string, ...held: ('ctrlKey' | 'altKey' | 'shiftKey' | 'metaKey')[]) =>
    isOwnKey(Object.fromEntries([['code', code], ...held.map((key) => [key, true])]) as unknown as KeyboardEvent)
  expect(['Tab', 'F2', 'F8', 'Escape'].map((code) => own(code))).toEqual([true, true, true, true])
  for (const held of ['ctrlKey', 'altKey', 'metaKey'] as const)
    expect(['Tab', 'F2', 'F8', 'Escape'].map((code) => own(code, held))).toEqual([false, false, false, false])
  expect(['Tab', 'F2', 'F8', 'Escape'].map((code) => own(code, 'shiftKey'))).toEqual([true, false, false, false])
  expect(['KeyA', 'F9', 'Enter'].map((code) => own(code))).toEqual([false, false, false])
})
