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

  test('follows what is altered elsewhere as long as nothing was typed; after that it asks, and nothing typed is lost', () => {
    const { kept, isTouched, isOvertaken, follow, restart } = useKept('b', { name: 'Dome', on: true })
    follow({ name: 'Great dome', on: true })
    expect([kept.value.name, isTouched.value, isOvertaken.value]).toEqual(['Great dome', false, false])
    kept.value.name = 'My dome'
    follow({ name: 'Great dome', on: true })
    expect(isOvertaken.value).toBe(false)
    follow({ name: 'Their dome', on: false })
    expect([kept.value, isOvertaken.value]).toEqual([{ name: 'My dome', on: true }, true])
    restart({ name: 'Their dome', on: false }, kept.value)
    expect([kept.value.name, isTouched.value, isOvertaken.value]).toEqual(['My dome', true, false])
    restart({ name: 'Their dome', on: false })
    expect([kept.value.name, isTouched.value]).toEqual(['Their dome', false])
  })

  test('is a copy: what it began with stays as it is', () => {
    const fresh = { list: ['a'] }
    useKept('c', fresh).kept.value.list.push('b')
    expect(fresh).toEqual({ list: ['a'] })
  })
})
