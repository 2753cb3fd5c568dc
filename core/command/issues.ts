import type { Issue } from '../result'

export function quoteOpen(quote: string, at: number): Issue {
  return {
    code: 'quote-open',
    message: `The quote ${quote} that opens at character ${at + 1} is never closed. Close it, or remove it.`,
    at,
  }
}

export function noProgram(): Issue {
  return { code: 'no-program', message: 'There is no program to start. The first argument is the program.', at: 'argv' }
}

export function cannotCarryNul(index: number): Issue {
  return {
    code: 'nul',
    message: `Argument ${index} holds a NUL character, which no command line can carry. Remove it.`,
    at: `argv.${index}`,
  }
}
