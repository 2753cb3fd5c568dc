import type { MathJsInstance } from 'mathjs'

/** Lengths of astronomy, which the library does not have: IAU 2012 B2, and the Julian light year. */
export const UNITS_OF_THE_SKY: Readonly<Record<string, { readonly is: string; readonly aliases: readonly string[] }>> =
  {
    au: { is: '149597870700 m', aliases: [] },
    lightyear: { is: '9460730472580800 m', aliases: ['lightyears', 'ly'] },
    parsec: { is: '30856775814913673 m', aliases: ['parsecs', 'pc'] },
  }

const KINDS = new Set(['LENGTH', 'ANGLE', 'TIME', 'TEMPERATURE'])

/** Whether a name is a unit of length, angle, time or temperature; the library knows many more, letters among them. */
export function isKnownUnit(library: MathJsInstance, name: string): boolean {
  const Unit = library.Unit as unknown as { isValuelessUnit: (name: string) => boolean }
  if (!Unit.isValuelessUnit(name)) return false
  const { units } = library.unit(name) as unknown as { units: { unit: { base: { key: string } } }[] }
  return units.every(({ unit }) => KINDS.has(unit.base.key))
}
