import fc from 'fast-check'
import { expect, test } from 'vitest'
import { programs } from '~~/demo'
import { argsOf, firstArgument, rowsOf } from './argumentRows'

const atlas = programs.find((program) => program.id === 'atlas-room')!
const args = fc.array(
  fc.constantFrom('--profile=red', '--profile', 'red', '${charts}/a.atlas', '${charts}/b.overlay', '--odd', ''),
  { maxLength: 8 },
)

test('rows and arguments say the same, with a program and without', () => {
  fc.assert(
    fc.property(args, fc.constantFrom(atlas, undefined), (list, program) => {
      expect(argsOf(rowsOf(list, program))).toEqual(list)
    }),
  )
})

test('a row that says the same keeps its key, wherever it goes; no two rows share one', () => {
  fc.assert(
    fc.property(args, args, (before, after) => {
      const rows = rowsOf(before, atlas)
      const next = rowsOf(after, atlas, rows)
      expect(new Set(next.map((row) => row.key)).size).toBe(next.length)
      expect(rowsOf(before, atlas, rows).map((row) => row.key)).toEqual(rows.map((row) => row.key))
    }),
  )
})

test('a row begins where the rows before it end', () => {
  fc.assert(
    fc.property(args, (list) => {
      const rows = rowsOf(list, atlas)
      rows.forEach((_, i) => expect(list.slice(firstArgument(rows, i))).toEqual(argsOf(rows.slice(i))))
    }),
  )
})
