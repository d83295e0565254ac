// The flat-config helpers call Object.groupBy, which Node.js 20 has not got yet.
Object.groupBy ??= (items, key) => items.reduce((groups, item, i) => {
  (groups[key(item, i)] ??= []).push(item)
  return groups
}, {})
const { default: withNuxt } = await import('./.nuxt/eslint.config.mjs')
const { default: wording } = await import('./scripts/lib/wording-rule.mjs')

const LONGEST_LINE = 140
const CORE_LAYERS = [
  ['materials', 'units', 'numeric', 'job', 'geometry'], ['heat'], ['stack'],
  ['limit', 'order', 'iron', 'stiffness', 'measure', 'shrink', 'maker', 'colour', 'stitch'],
  ['cut', 'layout'], ['positions', 'bond'],
  ['instructions'], ['damage'], ['recipe', 'appearance'], ['place', 'window', 'press', 'seam'],
  ['match', 'learn', 'session', 'patchwork', 'hem', 'mend'],
  ['care'], ['rescue', 'practice'],
]

const above = (i, folder) => i + 1 < CORE_LAYERS.length
  ? [{ group: CORE_LAYERS.slice(i + 1).flat().map(f => `../${f}`), message: `core/${folder} lies under that folder; arrows run one way.` }]
  : []

/** A core folder may use those before it, never those after it or outside. */
const coreLayers = CORE_LAYERS.flatMap((folders, i) =>
  folders.map(folder => ({
    files: [`core/${folder}/**/*.ts`], ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: [
                'vue', 'nuxt', '#*', 'pinia', 'sequelize', 'zod', 'h3', 'node:*', '@vueuse/*', 'chart.js', '~/*', '**/app/**',
                '**/server/**', '**/shared/**',
              ],
              message: 'core is plain TypeScript: no interface, database, schema or Node code.',
            },
            ...above(i, folder), { group: ['../*/*'], message: 'Import the folder, not its insides.' },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'fetch', 'localStorage', 'performance'],
    },
  })),
)

export default withNuxt(
  { ignores: ['.data/**', '.output/**', 'coverage/**'] },
  ...coreLayers,
  {
    files: ['{app,core,shared,server}/**/*.{ts,vue}'],
    plugins: { texts: { rules: { wording } } },
    rules: { 'texts/wording': 'error' },
  },
  {
    files: ['shared/**/*.ts'],
    // A test may read drawings as they lie on a disk; what it tests may not.
    ignores: ['shared/dxf/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['vue', 'pinia', 'sequelize', 'h3', 'node:*', '~/*', '**/app/**', '**/server/**'],
              message: 'shared crosses the wire: only Zod and core.',
            },
            { group: ['#core/*/*'], message: 'Import the folder, not its insides.' },
          ],
        },
      ],
    },
  },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['sequelize', 'pg', 'node:*', '**/server/**'], message: 'The screen talks to the server over its routes.' },
            { group: ['#core/*/*'], message: 'Import the folder, not its insides.' },
          ],
        },
      ],
    },
  },
  {
    files: ['server/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['vue', 'pinia', '~/*', '**/app/**'], message: 'The server knows nothing of the screen.' },
            { group: ['#core/*/*'], message: 'Import the folder, not its insides.' },
          ],
        },
      ],
    },
  },
  {
    // What nobody waits for may be half-written, and a test that does not wait cannot fail.
    files: ['{server,scripts,e2e}/**/*.ts'],
    languageOptions: {
      parserOptions: { project: ['./.nuxt/tsconfig.server.json', './tsconfig.scripts.json'], tsconfigRootDir: import.meta.dirname },
    },
    rules: { '@typescript-eslint/no-floating-promises': 'error' },
  },
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/html-self-closing': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-indent': ['error', 2, { alignAttributesVertically: false }],
      '@stylistic/max-statements-per-line': 'off',
      // A line over 140 characters is two thoughts, in templates too.
      'vue/max-len': ['error', { code: LONGEST_LINE, template: LONGEST_LINE, tabWidth: 2, ignoreUrls: true }],
      '@stylistic/brace-style': ['error', '1tbs', { allowSingleLine: true }],
      '@typescript-eslint/no-explicit-any': 'error',
    },
  },
)
