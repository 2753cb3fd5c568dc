// ESLint's own configuration uses Object.groupBy, which Node.js 20 lacks.
Object.groupBy ??= (items, keyOf) => {
  const groups = Object.create(null)
  for (const item of items) (groups[keyOf(item)] ??= []).push(item)
  return groups
}

const { default: withNuxt } = await import('./.nuxt/eslint.config.mjs')
const { default: prettier } = await import('eslint-config-prettier')

/** Prettier breaks lines at 120; what it cannot break ends here. */
const lineLimit = { code: 140, ignoreUrls: true, ignorePattern: '^\\s*(d|points)=' }

/** Tables whose keys come from users or files: `own(table, key)` is the one way to look something up in them. */
const tables = '/^(programs|devices|windows|controls|folders|frameSwitches|broken|reports|frames|cells|environment)$/'
const ownKeysOnly = [
  {
    selector:
      `MemberExpression[computed=true][object.property.name=${tables}]` +
      ":not([property.type='Literal']):not([property.name=/^[ijn]$/])",
    message: 'Look it up with own(table, key), which knows own keys only.',
  },
]

export default withNuxt(
  {
    ignores: ['database/migrations/**', '.nuxt-build/**'],
    rules: {
      'no-console': ['error', { allow: ['warn', 'error'] }],
      'max-len': ['error', lineLimit],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // A key that came from outside may be one that objects have by themselves, such as “constructor”.
      'no-restricted-syntax': ['error', ...ownKeysOnly],
      'vue/no-restricted-syntax': ['error', ...ownKeysOnly],
      'vue/multi-word-component-names': 'off',
      // Props that may be absent are said by their type.
      'vue/require-default-prop': 'off',
    },
  },
  { files: ['scripts/**', 'perf/**'], rules: { 'no-console': 'off' } },
  {
    files: ['**/*.test.ts', '**/example*.ts', 'tests/**', 'perf/**', 'demo/**'],
    rules: { 'no-restricted-syntax': 'off' },
  },
).append(withoutLimit(prettier))

/** Prettier's own list switches `max-len` off as well. */
function withoutLimit({ rules, ...config }) {
  return { ...config, rules: { ...rules, 'max-len': ['error', lineLimit] } }
}
