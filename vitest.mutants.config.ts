import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** Core's own tests, as the planted wrong lines are run against them. */
export default defineConfig({
  resolve: {
    alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)), '#shared': fileURLToPath(new URL('./shared', import.meta.url)) },
  },
  // The board's own tsconfig lies outside the copy the mutants run in.
  esbuild: { tsconfigRaw: '{}' },
  test: { include: ['core/**/*.test.ts'], testTimeout: 60_000 },
})
