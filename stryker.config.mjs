// How well the tests of the core catch mistakes: `npm run mutants`, or `npm run mutants -- --mutate 'core/run/**/*.ts'`
// for a part. What survives and alters nothing is listed in docs/mutants.md.
const parts = ['run', 'steps', 'resolve', 'clash', 'command', 'bench']

export default {
  testRunner: 'vitest',
  // The TypeScript settings of the tests stand in .nuxt.
  ignorePatterns: ['.output', '.data', 'reports', '!.nuxt'],
  vitest: { configFile: 'vitest.mutants.config.ts', related: false },
  plugins: ['@stryker-mutator/vitest-runner'],
  mutate: parts.flatMap((part) => [`core/${part}/**/*.ts`, `!core/${part}/**/*.test.ts`, `!core/${part}/example*.ts`]),
  // What people read is not what a mutant is about: words are tested where they matter.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignoreStatic: true,
  coverageAnalysis: 'perTest',
  concurrency: 2,
  timeoutMS: 10_000,
  tempDirName: '.mutants',
  reporters: ['clear-text', 'json'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  jsonReporter: { fileName: 'reports/mutants.json' },
  incremental: true,
  incrementalFile: 'reports/mutants.incremental.json',
}
