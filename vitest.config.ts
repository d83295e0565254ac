import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import AutoImport from 'unplugin-auto-import/vite'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** Tests that put something else in the place of a module read all modules anew; the others read them once for all. */
const ALONE = readdirSync(here('./app'), { recursive: true, encoding: 'utf8' }).filter(path => path.endsWith('.test.ts'))
  .map(path => `app/${path}`).filter(path => /vi\.(doM|m)ock\(|vi\.resetModules\(/.test(readFileSync(here(`./${path}`), 'utf8')))

export default defineConfig({
  // Stores and composables lean on the same auto-imports as in the application.
  plugins: [AutoImport({
    imports: ['vue', 'pinia'], dirs: [here('./app/composables/**'), here('./app/stores')], include: [/app\/.*\.ts$/], dts: false,
  })],
  resolve: { alias: { '#core': here('./core'), '#shared': here('./shared'), '~': here('./app') } },
  test: {
    testTimeout: 90_000,
    setupFiles: ['scripts/lib/property-seed.ts'],
    projects: [
      // What has no board about it keeps nothing between two files: its modules are read once for all of them.
      {
        extends: true,
        test: {
          name: 'plain', isolate: false,
          include: ['core/**/*.test.ts', 'shared/**/*.test.ts', 'server/**/*.test.ts', 'scripts/**/*.test.ts'],
          exclude: ['**/*.db.test.ts'],
        },
      },
      // What the server decides of what is kept, on a PostgreSQL of its own.
      {
        extends: true,
        test: {
          name: 'database', isolate: false, include: ['server/**/*.db.test.ts'],
          globalSetup: ['scripts/testing/database.ts'], setupFiles: ['scripts/lib/property-seed.ts', 'server/testing/each.ts'],
        },
      },
      { extends: true, test: { name: 'board', isolate: false, include: ['app/**/*.test.ts'], exclude: ALONE } },
      {
        extends: true,
        test: { name: 'alone', isolate: false, include: ALONE, setupFiles: ['scripts/lib/property-seed.ts', 'app/testing/afresh.ts'] },
      },
    ],
  },
})
