import { defineConfig } from 'vitest/config'

/** The tests of the core alone, which is what mutants of it are to be caught by. */
export default defineConfig({
  test: { include: ['core/**/*.test.ts'], testTimeout: 30_000 },
})
