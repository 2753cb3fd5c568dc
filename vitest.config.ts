import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'unit', include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'demo/**/*.test.ts', 'server/**/*.test.ts', 'app/**/*.test.ts'], testTimeout: 30_000 } },
      { test: { name: 'api', include: ['tests/api/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 60_000, fileParallelism: false } },
      { test: { name: 'browser', include: ['tests/browser/**/*.test.ts'], testTimeout: 90_000, hookTimeout: 90_000, fileParallelism: false } },
    ],
  },
})
