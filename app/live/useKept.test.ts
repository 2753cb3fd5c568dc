import { beforeEach, describe, expect, test, vi } from 'vitest'
import { nextTick } from 'vue'
import { useKept } from './useKept'

let stored: Map<string, string>
beforeEach(() => {
  stored = new Map()
  vi.stubGlobal('sessionStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => stored.set(key, value),
    removeItem: (key: string) => stored.delete(key),
  })
})

describe('what is being filled in', () => {
  test('is kept once it is touched, found again, and gone when it is as it was or forgotten', async () => {
    const first = useKept('a', { name: 'Dome' })
    first.kept.value.name = 'Dom'
    await nextTick()
    const again = useKept('a', { name: 'Dome' })
    expect([again.kept.value.name, again.isTouched.value, again.wasRestored]).toEqual(['Dom', true, true])
    again.kept.value.name = 'Dome'
    await nextTick()
    expect([again.isTouched.value, stored.size]).toEqual([false, 0])
    again.kept.value.name = 'D'
    await nextTick()
    again.forget()
    expect(stored.size).toBe(0)
  })

  test('begins again from something else, with it or with what was typed', () => {
    const { kept, isTouched, restart } = useKept('b', { name: 'Dome', on: true })
    kept.value.name = 'My dome'
    restart({ name: 'Their dome', on: false }, kept.value)
    expect([kept.value.name, isTouched.value]).toEqual(['My dome', true])
    restart({ name: 'Their dome', on: false })
    expect([kept.value.name, isTouched.value, stored.size]).toEqual(['Their dome', false, 0])
  })

  test('is a copy: what it began with stays as it is', () => {
    const fresh = { list: ['a'] }
    useKept('c', fresh).kept.value.list.push('b')
    expect(fresh).toEqual({ list: ['a'] })
  })
})
