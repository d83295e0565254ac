import { fromBuffer, type Entry, type ZipFile } from 'yauzl'

/** What is in a ZIP, by name. */
export async function filesIn(zip: Buffer): Promise<Map<string, Buffer>> {
  const open = await new Promise<ZipFile>((done, fail) =>
    fromBuffer(zip, { lazyEntries: true }, (error, file) => { if (error) fail(error); else done(file) }))
  const found = new Map<string, Buffer>()
  await new Promise<void>((done, fail) => {
    open.on('end', done).on('error', fail).on('entry', (entry: Entry) => {
      open.openReadStream(entry, async (error, stream) => {
        if (error) return fail(error)
        const parts: Buffer[] = []
        for await (const part of stream) parts.push(part as Buffer)
        found.set(entry.fileName, Buffer.concat(parts))
        open.readEntry()
      })
    })
    open.readEntry()
  })
  return found
}

/** The workroom's JSON out of its archive. */
export const workroomOf = async (zip: Buffer) => JSON.parse((await filesIn(zip)).get('workroom.json')!.toString('utf8'))
