import { InvalidArgumentError } from 'commander'

/** Reads an option that is a whole number from 1 to so many. */
export const wholeNumber = (most: number) => (text: string) => {
  const value = Number(text)
  if (Number.isInteger(value) && value >= 1 && value <= most) return value
  throw new InvalidArgumentError(`It is a whole number from 1 to ${most.toLocaleString('en')}.`)
}
