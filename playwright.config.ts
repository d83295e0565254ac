import { existsSync } from 'node:fs'
import { defineConfig } from '@playwright/test'

const CHROMIUM = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium']

/** The longest go first, so that all lanes come to their end together. */
const LONG = /(cut|session|chaos|mend|people|after|methods)\.spec\.ts$/, LAST = /looked\.spec\.ts$/

/** Drives the real interface against the built server, each file of tests on a copy of the database that `npm test` set up. */
export default defineConfig({
  testDir: 'e2e',
  // Beside another program that burns a core everything takes two to three times as long.
  timeout: 200_000,
  expect: { timeout: 60_000 },
  fullyParallel: false,
  workers: 3,
  outputDir: 'test-results',
  projects: [
    { name: 'long', testMatch: LONG }, { name: 'board', testIgnore: [LONG, LAST] },
    { name: 'last', testMatch: LAST, dependencies: ['long', 'board'] },
  ],
  use: {
    screenshot: 'only-on-failure',
    viewport: { width: 1280, height: 800 },
    // The service worker has a test of its own; elsewhere it would only fetch the whole board once more for each.
    serviceWorkers: 'block',
    // Nothing moves for show, so that nothing is looked at half-way; and the ground is plain: over a picture nobody can measure contrast,
    // and to draw the weave anew costs a tenth of all that the browser does.
    contextOptions: { reducedMotion: 'reduce', contrast: 'more' },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? CHROMIUM.find(existsSync),
      args: [
        '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
        '--disable-component-update', '--disable-sync',
      ],
    },
  },
})
