// The threads' code is bundled by itself: a thread loads one file, not the server.
import { build } from 'esbuild'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))

/** Bundles the window thread to `outfile`. */
export const buildWindowThread = outfile =>
  build({
    entryPoints: [join(ROOT, 'server/workers/window.ts')], outfile, bundle: true, platform: 'node', format: 'esm', target: 'node20',
    alias: { '#core': join(ROOT, 'core') }, logLevel: 'error',
  })
