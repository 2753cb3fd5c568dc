import { expect, test } from 'vitest'
import { frames, levers, workstation } from '~~/demo'
import { filterLevers } from './filterLevers'

const plates = (filter: string) => filterLevers(levers, frames, workstation, filter).map((lever) => lever.plate)

test('every word is somewhere: in name, alias, number, keys, programs or frame; their order does not matter', () => {
  expect(plates('')).toEqual(levers.map((lever) => lever.plate))
  expect(plates('room camera')).toEqual(plates('CAMERA Room'))
  expect(plates('dusk')).toEqual([8])
  expect(plates('alt+e')).toContain(6)
  expect(plates('outreach')).toEqual(levers.filter((lever) => lever.frameId === 'outreach').map((lever) => lever.plate))
  expect(plates('nothing has this')).toEqual([])
})
