// npm run person: who is in which workroom; a new passphrase for one who lost hers.
import { upkeep } from './lib/upkeep.mjs'

await upkeep('person.ts')
