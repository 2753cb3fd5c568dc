// ESLint's own configuration uses Object.groupBy, which Node.js 20 lacks.
Object.groupBy ??= (items, keyOf) => {
  const groups = Object.create(null)
  for (const item of items) (groups[keyOf(item)] ??= []).push(item)
  return groups
}

const { default: withNuxt } = await import('./.nuxt/eslint.config.mjs')
const { default: prettier } = await import('eslint-config-prettier')

export default withNuxt(
  {
    ignores: ['database/migrations/**'],
    rules: {
      'no-console': ['error', { allow: ['warn', 'error'] }],
      // Prettier breaks lines at 120; what it cannot break is limited here.
      'max-len': ['error', { code: 140, ignoreUrls: true, ignorePattern: '^\\s*(d|points)=' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off',
    },
  },
  { files: ['scripts/**', 'perf/**'], rules: { 'no-console': 'off' } },
).append(withoutLimit(prettier))

/** Prettier's own list switches `max-len` off as well. */
function withoutLimit({ rules: { 'max-len': _limit, ...rules }, ...config }) {
  return { ...config, rules }
}
