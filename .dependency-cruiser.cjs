/** Arrows run one way: app -> contract -> core, server -> contract -> core, demo -> core; inside core, upwards only. */
const above = {
  result: [],
  names: [],
  sentence: [],
  values: ['result'],
  sumText: [],
  dates: ['result'],
  sums: ['sumText', 'result'],
  fields: [],
  phrases: ['result'],
  turntable: ['result'],
  keys: ['names', 'result'],
  command: ['names', 'result'],
  bench: ['command', 'fields', 'keys', 'names', 'result'],
  steps: [
    'phrases',
    'turntable',
    'conditions',
    'bench',
    'command',
    'fields',
    'keys',
    'names',
    'result',
    'sentence',
    'values',
  ],
  conditions: ['phrases', 'bench', 'command', 'fields', 'names', 'result', 'sentence'],
  levers: ['turntable', 'steps', 'conditions', 'bench', 'command', 'fields', 'keys', 'names', 'result', 'values'],
  variants: ['levers', 'steps', 'bench', 'command', 'keys', 'names', 'result', 'clash'],
  desktop: ['levers', 'steps', 'bench', 'command', 'names', 'result'],
  run: ['levers', 'steps', 'conditions', 'bench', 'command', 'names', 'result', 'values'],
  sheets: ['run', 'levers', 'steps', 'conditions', 'bench', 'command', 'fields', 'names', 'result', 'values'],
  reverse: ['run', 'levers', 'steps', 'bench', 'command', 'names', 'result', 'values'],
  recorder: ['run', 'levers', 'steps', 'bench', 'result'],
  words: ['sheets', 'phrases', 'steps', 'conditions', 'search', 'keys', 'bench', 'command', 'names', 'result'],
  resolve: ['levers', 'steps', 'bench', 'keys', 'result'],
  clash: ['resolve', 'levers', 'bench', 'keys', 'result'],
  timing: ['resolve', 'levers', 'result'],
  search: [],
  finding: ['search', 'values', 'sumText', 'levers', 'steps', 'bench', 'command', 'names', 'result'],
  doors: ['levers', 'values', 'bench', 'command', 'names', 'result'],
  rack: ['finding', 'levers', 'bench'],
  settings: ['finding', 'rack'],
  frameFile: ['sheets', 'fields', 'levers', 'bench', 'steps', 'conditions', 'command', 'names', 'result'],
}

/** What every feature of the interface may use; these know no feature. */
const parts = ['assets', 'files', 'form', 'icons', 'live', 'page', 'plates', 'rows']
/** What each feature shows to the others. All else of it is its own. */
const faces = {
  bench: ['PlugInButton.vue', 'useBenchActs.ts', 'usePlugIn.ts', 'usePointing.ts'],
  conditions: ['ConditionFields.vue', 'conditionKinds.ts'],
  keys: ['ChordField.vue', 'ClashList.vue', 'TriggerFields.vue', 'useClashIndex.ts', 'useLiveKeys.ts'],
  launcher: [
    'ActStrip.vue',
    'FoundIcon.vue',
    'IndexSettings.vue',
    'MarkedText.vue',
    'UninstallPanel.vue',
    'entryById.ts',
    'foundLine.ts',
    'useBoardAsk.ts',
    'useEntryActs.ts',
    'useUninstall.ts',
  ],
  ledger: ['runWords.ts'],
  levers: ['ScopeField.vue', 'useLeverActions.ts', 'leverDraft.ts'],
  recorder: ['useRecorder.ts'],
  programs: ['ProgramSelect.vue', 'programDraft.ts'],
  settings: ['settingNames.ts'],
  sheet: ['SheetAside.vue', 'SheetPanel.vue', 'useSheetDesk.ts'],
  turntables: ['TableDrawing.vue', 'useRoadsOfProgram.ts', 'useTableMaking.ts', 'useTurnByHand.ts', 'useTurnHands.ts'],
  steps: ['CommandPreview.vue', 'FindingLines.vue', 'StepFields.vue', 'StepForm.vue', 'useCopiedStep.ts'],
}
const faceFiles = Object.entries(faces).flatMap(([feature, files]) => files.map((file) => `${feature}/${file}`))
const escaped = (text) => text.replaceAll('.', '\\.')

/** Packages that the computation may use. */
const packages = [
  'zod',
  'fastest-levenshtein',
  'diff',
  'papaparse',
  '@types/papaparse',
  'dayjs',
  'mathjs',
  'chrono-node',
  'croner',
  'suncalc',
  'yaml',
]

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-knows-only-core',
      severity: 'error',
      comment: 'Core imports nothing of the others, and no package but these.',
      from: { path: '^core/', pathNot: '(\\.test|/example[A-Za-z]*)\\.ts$' },
      to: {
        pathNot: `^(core/|node_modules/(${packages.join('|')})/|mathjs$)`,
      },
    },
    {
      name: 'core-tests-know-only-core',
      severity: 'error',
      from: { path: '^core/.*\\.test\\.ts$' },
      to: { path: '^(app|server|contract|cli)/' },
    },
    {
      name: 'contract-knows-only-core',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(app|server|demo|cli)/' },
    },
    {
      name: 'server-knows-no-app',
      severity: 'error',
      comment: 'But for the law that a tab shows what the server has.',
      from: { path: '^server/', pathNot: '^server/mirror\\.test\\.ts$' },
      to: { path: '^app/' },
    },
    {
      name: 'app-knows-no-server',
      severity: 'error',
      from: { path: '^app/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(server|demo/(?!typingTraces))' },
    },
    {
      name: 'an-index-is-a-face',
      severity: 'error',
      comment: 'Nobody imports past the index of a core folder from outside it.',
      from: { path: '^core/([^/]+)/' },
      to: {
        path: '^core/([^/]+)/',
        pathNot: ['^core/$1/', '^core/[^/]+/(index|example[A-Za-z]*|kinds/index)\\.ts$'],
      },
    },
    {
      name: 'an-index-is-a-face-outside',
      severity: 'error',
      from: { pathNot: '^core/' },
      to: { path: '^core/[^/]+/', pathNot: '/index\\.ts$' },
    },
    {
      name: 'parts-know-no-feature',
      severity: 'error',
      from: { path: `^app/(${parts.join('|')})/` },
      to: { path: '^app/[^/]+/', pathNot: `^app/(${parts.join('|')})/` },
    },
    {
      name: 'a-feature-has-a-face',
      severity: 'error',
      comment: 'Features of the interface use each other by what is listed above; the shell puts them together.',
      from: { path: '^app/([^/]+)/', pathNot: '^app/shell/' },
      to: {
        path: '^app/[^/]+/',
        pathNot: [`^app/(${parts.join('|')})/`, '^app/$1/', ...faceFiles.map((file) => `^app/${escaped(file)}$`)],
      },
    },
    ...Object.entries(above).map(([folder, allowed]) => ({
      name: `core-${folder}-stands-on`,
      severity: 'error',
      from: { path: `^core/${folder}/`, pathNot: '(\\.test|/example[A-Za-z]*)\\.ts$' },
      to: { path: '^core/', pathNot: `^core/(${[folder, ...allowed].join('|')})/` },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: '.nuxt/tsconfig.node.json' },
    webpackConfig: { fileName: '.dependency-aliases.cjs' },
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.js', '.vue'] },
  },
}
