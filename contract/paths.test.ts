import { expect, test } from 'vitest'
import { endpoints } from '.'
import { paths } from './paths'

test('the browser calls the routes the contract names', () => {
  expect(paths).toEqual(
    Object.fromEntries(Object.entries(endpoints).map(([name, { method, path }]) => [name, [method, path]])),
  )
})
