import { defineConfig } from '@playwright/test'

/** What fills the database with all sorts runs after what looks at the demo's workroom. */
const ROUGH = /(foreign|mended|trials)\.spec\.ts$/

/** Of two who work side by side the second has a database of its own, so that neither sees what the other writes. */
const twin = process.env.TWIN_DATABASE_URL
if (twin && process.env.TEST_PARALLEL_INDEX === '1') process.env.DATABASE_URL = twin

/** Drives the real interface against the real server and database that `npm test` started. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 60_000,
  expect: { timeout: 15_000 },
  fullyParallel: false,
  workers: twin ? 2 : 1,
  // One more try on a machine that was busy; what needed it is counted and named at the end.
  retries: 1,
  outputDir: 'test-results',
  projects: [{ name: 'board', testIgnore: ROUGH }, { name: 'rough', testMatch: ROUGH, dependencies: ['board'] }],
  use: {
    screenshot: 'only-on-failure',
    viewport: { width: 1280, height: 800 },
    // The service worker has a test of its own; elsewhere it would only fetch the whole board once more for each.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
        '--disable-component-update', '--disable-sync',
      ],
    },
  },
})
