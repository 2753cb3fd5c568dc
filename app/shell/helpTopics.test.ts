import { expect, test } from 'vitest'
import { EVERYWHERE, keyTopics, TOPICS, topicsFound } from './helpTopics'

const all = [...keyTopics('Everywhere', EVERYWHERE), ...TOPICS]
const names = (query: string) =>
  topicsFound(all, query).map(({ group, topics }) => [group, topics.map(({ name }) => name)])

test('help is found by what something does, is called, or belongs to, in any order of words', () => {
  expect(names('launcher opens')[0]).toEqual(['Everywhere', ['F2']])
  expect(names('at dawn dusk')).toEqual([['Settings', ['Latitude and longitude']]])
  const [[group, steps]] = names('reach arrangement') as [[string, string[]]]
  expect([group, steps]).toEqual(['What a step can do', ['Reach an arrangement']])
  expect(topicsFound(all, 'no such thing at all')).toEqual([])
})

test('what is called so stands before what only says so', () => {
  const steps = topicsFound(all, 'window').find(({ group }) => group === 'What a step can do')!.topics
  const isCalled = steps.map(({ name }) => name.toLowerCase().includes('window'))
  expect(isCalled.indexOf(false)).toBeGreaterThan(0)
  expect(isCalled.slice(isCalled.indexOf(false)).includes(true)).toBe(false)
})

test('every topic says something, and those that are somewhere say where', () => {
  for (const { name, says, group, to } of all) {
    expect([name, says]).not.toContain('')
    if (group === 'Settings' || group === 'Views') expect(to).toMatch(/^\//)
  }
})
