// ESLint's own configuration uses Object.groupBy, which Node.js 20 lacks.
Object.groupBy ??= (items, keyOf) => {
  const groups = Object.create(null)
  for (const item of items) (groups[keyOf(item)] ??= []).push(item)
  return groups
}

const { default: withNuxt } = await import('./.nuxt/eslint.config.mjs')

export default withNuxt({
  ignores: ['database/migrations/**'],
  rules: {
    'no-console': ['error', { allow: ['warn', 'error'] }],
    '@stylistic/max-statements-per-line': 'off',
    '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    'vue/multi-word-component-names': 'off',
  },
}, { files: ['scripts/**', 'perf/**'], rules: { 'no-console': 'off' } })
