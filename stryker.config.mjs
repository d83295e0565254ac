/** Wrong lines planted in core: `npm run mutants -- --mutate 'core/bond/**'` for one folder. Not part of `npm test`. */
const FOLDERS = ['bond', 'hurt', 'limit', 'recipe', 'learn', 'press', 'leaflet', 'heat', 'iron', 'match']

export default {
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutants.config.ts' },
  mutate: FOLDERS.flatMap(f => [`core/${f}/*.ts`]).concat(
    '!core/**/*.test.ts', '!core/**/index.ts', '!core/bond/rates.ts', '!core/leaflet/trade.ts',
  ),
  // Sentences of errors and names of keys are not worth a mutant.
  mutator: { excludedMutations: ['StringLiteral', 'ArrayDeclaration', 'ObjectLiteral'] },
  coverageAnalysis: 'perTest',
  concurrency: 2,
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  tempDirName: '.data/stryker',
  ignorePatterns: ['.data', '.output', 'docs', 'e2e', 'app', 'server'],
  timeoutMS: 60_000,
}
