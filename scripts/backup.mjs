// npm run backup, npm run restore FILE: the workroom to a file beside its data, and a file in its place.
import { upkeep } from './lib/upkeep.mjs'

await upkeep('backup.ts')
