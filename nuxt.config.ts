import { fileURLToPath } from 'node:url'
import type { NitroConfig } from 'nitropack/types'
import { regional } from './scripts/lib/regional'
import { REGIONAL_WORDS } from './shared/region'
import { routeRules } from './scripts/lib/route-rules.mjs'
import { buildHelpPictures, buildServiceWorker, buildThreads, copyFonts } from './scripts/lib/workers.mjs'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const dev = process.env.NODE_ENV === 'development'

const nitro: NitroConfig = {
  errorHandler: '~~/server/error',
  alias: { '#core': here('./core') },
  // The server's threads load a file of their own beside the server; so do its sheets of paper their typeface.
  hooks: {
    compiled: async ({ options: { output } }) => {
      await buildThreads(`${output.serverDir}/workers`)
      copyFonts(`${output.serverDir}/fonts`)
    },
  },
}

/** The one script that is put in by the interface's library once the board runs: it takes away a style of the first page. */
const TIDIES_COLOURS = '\'sha256-tYCcUbFfjZ9QESuTWESGWrFg2SmiEdyD2MYUfRWUgK0=\''

export default defineNuxtConfig({
  modules: ['@nuxt/ui', '@pinia/nuxt', 'nuxt-security', '@nuxt/eslint'],
  // A working board that stays open all day: it runs in the browser, keeps its place there, and outlives a lost server.
  ssr: false,
  components: [{ path: '~/components', pathPrefix: false }],
  imports: { dirs: ['composables/**'] },
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Ready Cuff',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'theme-color', content: '#efe8da' },
        { name: 'description', content: 'Which interfacing for this fabric, what iron, what moisture, how long.' },
      ],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }, { rel: 'manifest', href: '/board.webmanifest' },
        { rel: 'apple-touch-icon', href: '/icon-192.png' },
      ],
    },
  },
  css: ['~/assets/main.css'],
  // Texts are written in the words of the UK; the board says them in those of the workroom's region.
  vue: { compilerOptions: { nodeTransforms: [regional(REGIONAL_WORDS)] } },
  colorMode: { preference: 'light', fallback: 'light', storageKey: 'ready-cuff-board' },
  ui: { theme: { colors: ['primary', 'secondary', 'success', 'warning', 'error', 'neutral'] } },
  runtimeConfig: {
    // Speeds the pressing clock up, for rehearsing and for end-to-end tests.
    public: { clockRate: '1' },
  },
  alias: { '#core': here('./core') },
  // What the server runs is not shortened: its stacks can be read as they are.
  sourcemap: false,
  compatibilityDate: '2026-01-01',
  nitro,
  vite: {
    worker: { format: 'es' },
    optimizeDeps: { include: ['chart.js', 'vue-chartjs', 'comlink', 'idb-keyval', 'zod'] },
    // The board fetches all of its screens as it begins: few files are there sooner than many small ones.
    $client: { build: { rollupOptions: { output: { experimentalMinChunkSize: 150_000 } } } },
  },
  typescript: { strict: true },
  telemetry: false,
  hooks: {
    // A route that does not say who may call it is not built.
    'nitro:build:before': () => { routeRules(here('./server/api')) },
    // Told what was built, and there before the server learns what files it has.
    'nitro:build:public-assets': async (nitro) => {
      if (dev) return
      await buildHelpPictures(`${nitro.options.output.publicDir}/help`)
      await buildServiceWorker(nitro.options.output.publicDir)
    },
  },
  eslint: { config: { stylistic: true, standalone: true } },
  fonts: {
    providers: { google: false, googleicons: false, bunny: false, fontshare: false, fontsource: false, adobe: false },
  },
  // Icons come from the package beside the server; no other host is ever asked.
  icon: { provider: 'server', fallbackToApi: false, iconifyApiEndpoint: '/api/_nuxt_icon', clientBundle: { scan: true } },
  security: {
    rateLimiter: false,
    corsHandler: false,
    // Errors must be readable sentences; the limits are checked where a route reads its body.
    requestSizeLimiter: false,
    xssValidator: false,
    headers: {
      crossOriginEmbedderPolicy: false,
      // Pictures of fabric are taken on the board itself, and a projector's picture fills the screen.
      permissionsPolicy: { camera: ['self'], fullscreen: ['self'] },
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        'default-src': ['\'self\''],
        'script-src': ['\'self\'', ...(dev ? ['\'unsafe-inline\'', '\'unsafe-eval\''] : ['\'nonce-{{nonce}}\'', TIDIES_COLOURS])],
        'style-src': ['\'self\'', '\'unsafe-inline\''],
        'img-src': ['\'self\'', 'data:', 'blob:'],
        'font-src': ['\'self\'', 'data:'],
        'connect-src': ['\'self\'', ...(dev ? ['ws:'] : [])],
        'worker-src': ['\'self\'', 'blob:'],
        'upgrade-insecure-requests': false,
      },
    },
  },
})
