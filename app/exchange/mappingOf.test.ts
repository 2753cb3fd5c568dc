import { expect, test } from 'vitest'
import { mappingOf } from './mappingOf'

const missing = [
  { kind: 'program', id: 'atlas-roon' },
  { kind: 'place', id: '/srv/charts' },
  { kind: 'device', id: 'mic' },
] as const

test('what was chosen stands for what is not here; what was left as it is, or is here by now, does not', () => {
  expect(mappingOf(missing, {})).toEqual([])
  const mapped = { 'program atlas-roon': 'atlas-room', 'place /srv/charts': '', 'device gone': 'speakers' }
  expect(mappingOf(missing, mapped)).toEqual([{ kind: 'program', from: 'atlas-roon', to: 'atlas-room' }])
  // Of the same name and another kind.
  expect(mappingOf(missing, { 'program mic': 'chart' })).toEqual([])
})
