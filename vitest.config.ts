import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: {
    alias: {
      '#core': fileURLToPath(new URL('./core', import.meta.url)),
      '#shared': fileURLToPath(new URL('./shared', import.meta.url)),
    },
  },
  test: { include: ['core/**/*.test.ts', 'shared/**/*.test.ts', 'server/**/*.test.ts', 'app/**/*.test.ts', 'scripts/**/*.test.ts'], testTimeout: 30_000 },
})
