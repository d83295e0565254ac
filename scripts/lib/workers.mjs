// The threads' code and the service worker are bundled by themselves: each loads one file, not the server or the board.
import { build } from 'esbuild'
import { createHash } from 'node:crypto'
import { copyFileSync, mkdirSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))

/** Bundles the server's threads into `folder`. */
export const buildThreads = folder =>
  build({
    entryPoints: ['judge', 'paper'].map(name => join(ROOT, `server/workers/${name}.ts`)), outdir: folder, outExtension: { '.js': '.mjs' },
    bundle: true, platform: 'node', format: 'esm', target: 'node20', logLevel: 'error',
    alias: { '#core': join(ROOT, 'core'), '#shared': join(ROOT, 'shared') },
    // What of a package was written for `require` finds it.
    banner: { js: 'import { createRequire as requireHere } from \'node:module\'; const require = requireHere(import.meta.url)' },
  })

/** The typefaces of the sheets of paper and of labels, their weights in every script. */
export function copyFonts(folder) {
  mkdirSync(folder, { recursive: true })
  for (const [family, weights] of [['noto-sans', '400|700'], ['bitter', '700']]) {
    const from = join(ROOT, `node_modules/@fontsource/${family}/files`), taken = new RegExp(`-(${weights})-normal\\.woff$`)
    for (const name of readdirSync(from).filter(n => taken.test(n))) copyFileSync(join(from, name), join(folder, name))
  }
}

/** The pictures of the guide, small enough to be kept by every board. */
export async function buildHelpPictures(folder) {
  const { default: sharp } = await import('sharp')
  mkdirSync(folder, { recursive: true })
  for (const from of ['docs/screenshots', 'docs/help'].map(f => join(ROOT, f)))
    for (const name of readdirSync(from).filter(n => n.endsWith('.png')))
      await sharp(join(from, name)).resize(800).webp({ quality: 62 }).toFile(join(folder, name.replace('.png', '.webp')))
}

/** Bundles the service worker into `publicDir`, and tells it every file there; the page itself is one of them, renewed with the rest. */
export async function buildServiceWorker(publicDir) {
  const { getManifest } = await import('workbox-build')
  const { manifestEntries } = await getManifest({
    globDirectory: publicDir, globPatterns: ['**/*.{js,css,woff,woff2,svg,webp,webmanifest}', 'icon-*.png'], globIgnores: ['sw.js'],
    maximumFileSizeToCacheInBytes: 8e6,
  })
  const revision = createHash('sha256').update(JSON.stringify(manifestEntries)).digest('hex').slice(0, 16)
  await build({
    entryPoints: [join(ROOT, 'app/offline/sw.ts')], outfile: join(publicDir, 'sw.js'), bundle: true, format: 'iife', target: 'es2022',
    minify: true, logLevel: 'error',
    define: {
      'self.__WB_MANIFEST': JSON.stringify([...manifestEntries, { url: '/', revision }]),
      'process.env.NODE_ENV': '"production"',
    },
  })
}
