// npm run workroom: the workrooms of this server, and another one.
import { upkeep } from './lib/upkeep.mjs'

await upkeep('workroom.ts')
