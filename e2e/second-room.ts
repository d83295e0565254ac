/** `make FILE`: a second workroom with everything that is in an archive. `out ID FILE`: its archive. Run by tsx, beside the server. */
import { WorkroomRow } from '../server/db/models'
import { database } from '../server/db/connection'
import { readWorkroom } from '../server/workroom/read'
import { writeArchive } from '../server/workroom/write'

const [what, given, file] = process.argv.slice(2)
database()
if (what === 'make') {
  const units = { length: 'mm', temperature: '°C', arealMass: 'g/m²', region: 'UK', currency: 'EUR' } as const
  const room = await WorkroomRow.create({ name: 'Next door', units, rules: {} as never })
  await readWorkroom({ workroomId: room.id }, given!, 'here')
  console.log(room.id)
} else {
  await writeArchive(given!, file!)
}
await database().close()
