import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** As in the application. */
const alias = {
  '~~': fileURLToPath(new URL('.', import.meta.url)),
  '~': fileURLToPath(new URL('app', import.meta.url)),
}

/** Tests that put something in place of a module, which others would meet too. */
const apart = ['core/run/blocks.test.ts']

/** Laws over many draws, on a machine that may be slow at the moment. */
const patient = { testTimeout: 120_000, hookTimeout: 60_000 }

/** For two cores; left alone, one of them would be kept free. */
const maxWorkers = 2
/** One more where tests wait for a server or a page now and then, so that no core does. */
const maxWaiting = 3

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          include: [
            'core/**/*.test.ts',
            'contract/**/*.test.ts',
            'demo/**/*.test.ts',
            'server/**/*.test.ts',
            'app/**/*.test.ts',
            'tests/unit/**/*.test.ts',
          ],
          exclude: ['**/node_modules/**', ...apart],
          // The modules are loaded once by each worker and not for each file, which would take longer than the tests.
          isolate: false,
          setupFiles: ['tests/support/lawsEnd.ts'],
          unstubGlobals: true,
          restoreMocks: true,
          maxWorkers,
          // The database’s code is compiled quickly rather than well.
          execArgv: ['--liftoff-only'],
          ...patient,
        },
      },
      {
        resolve: { alias },
        test: { name: 'unit-apart', include: apart, setupFiles: ['tests/support/lawsEnd.ts'], maxWorkers, ...patient },
      },
      {
        test: {
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          // Servers are started and killed, on a machine that may be slow at the moment.
          testTimeout: 120_000,
          globalSetup: ['tests/support/templateStore.ts'],
          hookTimeout: 60_000,
          // Each file has a server of its own.
          maxWorkers: maxWaiting,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['tests/browser/**/*.test.ts'],
          testTimeout: 120_000,
          globalSetup: ['tests/support/templateStore.ts'],
          hookTimeout: 90_000,
          maxWorkers: maxWaiting,
        },
      },
    ],
  },
})
