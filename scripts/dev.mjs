// npm run dev: the same database as the demo, with Nuxt's development server.
import { TSX, local, run, start } from './lib/run.mjs'
import { ensureNode, ensurePackages, ensurePrepared } from './lib/setup.mjs'
import { startDatabase } from './lib/postgres.mjs'

ensureNode()
ensurePackages()
ensurePrepared()
const own = process.env.DATABASE_URL ? null : await startDatabase()
const env = { ...process.env, DATABASE_URL: process.env.DATABASE_URL ?? own.url }
run(local('tsx'), [...TSX, 'scripts/migrate.ts'], { env })
run(local('tsx'), [...TSX, 'scripts/seed.ts'], { env })
const nuxt = start(local('nuxt'), ['dev', '--host', '127.0.0.1'], { env })
const stop = () => {
  nuxt.kill('SIGTERM')
  if (own && !own.wasRunning) own.stop()
  process.exit(0)
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
nuxt.on('exit', stop)
