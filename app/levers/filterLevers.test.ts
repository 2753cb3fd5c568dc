import { expect, test } from 'vitest'
import { frames, levers, workstation } from '~~/demo'
import { filterLevers, readAhead } from './filterLevers'

const plates = (filter: string) => filterLevers(levers, frames, workstation, filter).map((lever) => lever.plate)

test('every word is somewhere: in name, alias, number, keys, programs or frame; their order does not matter', () => {
  expect(plates('')).toEqual(levers.map((lever) => lever.plate))
  expect(plates('room camera')).toEqual(plates('CAMERA Room'))
  expect(plates('dusk')).toEqual([8])
  expect(plates('alt+e')).toContain(6)
  expect(plates('outreach')).toEqual(levers.filter((lever) => lever.frameId === 'outreach').map((lever) => lever.plate))
  expect(plates('nothing has this')).toEqual([])
})

test('what is looked through is read bit by bit, and once', () => {
  let isRead = 0
  const watched = Array.from({ length: 600 }, (_, i) => ({
    ...levers[0]!,
    id: `l${i}`,
    get name() {
      isRead += 1
      return `Lever ${i}`
    },
  }))
  const reading = readAhead(watched, frames, workstation)
  const parts: number[] = []
  while (!reading.next().done) parts.push(isRead)
  expect([parts, isRead]).toEqual([[250, 500], 600])
  expect(filterLevers(watched, frames, workstation, 'lever 599').map(({ id }) => id)).toEqual(['l599'])
  expect(isRead).toBe(600)
})
