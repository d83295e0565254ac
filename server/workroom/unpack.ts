import { createReadStream, createWriteStream } from 'node:fs'
import { mkdir, open, readFile, statfs } from 'node:fs/promises'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { open as openZip, type Entry, type ZipFile } from 'yauzl'
import { ENTITY_ROWS, keptForm, NAMES_SINCE_VERSION, olderWorkroomFile, WORKROOM_JSON, workroomHead } from '#shared/schemas'
import { invalid, ProblemError } from '../utils/problem'
import { renamed } from '#shared/renamed'
import { asToday } from './older'
import { spool, type Spooled } from './spool'

/** Room that is left on the disk whatever is unpacked, bytes. */
const SPARED_BYTES = 200e6
/** Files of the first two versions are read in one piece; none was ever larger. */
const OLDER_MOST_BYTES = 200e6
const PICTURE = /^pictures\/([0-9a-f-]{36})\.jpg$/

/** A workroom file laid out on disk. */
export interface Unpacked extends Spooled {
  /** The picture beside the JSON under this id; null if there is none. */
  picture: (id: string) => Promise<Buffer | null>
}

const refused = (why: string) => invalid([{ field: 'file', message: `File: ${why} Nothing was changed.` }])
/** The list that one of a file is, by its name of today or the one it had. */
const listOf = (name: string): string | null =>
  [name, ...Object.keys(renamed({ [name]: null }, 'rows') as object)].find(list => Object.hasOwn(ENTITY_ROWS, list)) ?? null
const hadFormerNames = (head: { version?: unknown }): boolean => Number(head.version) < NAMES_SINCE_VERSION
const olderForm = keptForm(olderWorkroomFile)

async function beginning(path: string): Promise<Buffer> {
  const file = await open(path)
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4), 0, 4, 0)
    return buffer.subarray(0, bytesRead)
  } finally {
    await file.close()
  }
}

const zipAt = (path: string) => new Promise<ZipFile>((done, fail) =>
  openZip(path, { lazyEntries: true, validateEntrySizes: true }, (error, zip) => { if (error) fail(error); else done(zip) }))
const streamOf = (zip: ZipFile, entry: Entry) => new Promise<Readable>((done, fail) =>
  zip.openReadStream(entry, (error, stream) => { if (error) fail(error); else done(stream) }))

/** Takes each entry of a ZIP in turn. */
const eachEntry = (zip: ZipFile, take: (entry: Entry) => Promise<void>) => new Promise<void>((done, fail) => {
  zip.on('error', fail)
  zip.on('end', done)
  zip.on('entry', (entry: Entry) => { take(entry).then(() => zip.readEntry(), fail) })
  zip.readEntry()
})

async function roomOnDisk(folder: string, wantedBytes: number): Promise<void> {
  const { bavail, bsize } = await statfs(folder)
  if (wantedBytes > bavail * bsize - SPARED_BYTES)
    throw new ProblemError(507, 'No room', 'The disk has no room to unpack this file. Nothing was changed.')
}

/** Only the JSON and the pictures are taken out of an archive, each under a name of ours. */
async function unzip(path: string, folder: string): Promise<string> {
  const json = join(folder, WORKROOM_JSON), pictures = join(folder, 'pictures')
  await mkdir(pictures)
  const zip = await zipAt(path)
  let found = false, unpacked = 0
  try {
    await eachEntry(zip, async (entry) => {
      const picture = PICTURE.exec(entry.fileName)?.[1]
      if (entry.fileName !== WORKROOM_JSON && !picture) return
      await roomOnDisk(folder, (unpacked += entry.uncompressedSize))
      found ||= !picture
      await pipeline(await streamOf(zip, entry), createWriteStream(picture ? join(pictures, `${picture}.jpg`) : json, { mode: 0o600 }))
    })
  } finally {
    zip.close()
  }
  if (!found) throw refused(`there is no ${WORKROOM_JSON} in it.`)
  return json
}

/** A file of before the names of today, read by them. */
function withTodaysNames(spooled: Spooled): Spooled {
  if (!hadFormerNames(spooled.head)) return spooled
  return {
    head: renamed(spooled.head) as Spooled['head'], counts: spooled.counts,
    async* rows(list) { for await (const row of spooled.rows(list)) yield renamed(row, '', 'rows') },
  }
}

/** A file of the first two versions, its nested rows given as lists. */
async function older(json: string): Promise<Spooled> {
  const text = await readFile(json)
  if (text.length > OLDER_MOST_BYTES) throw refused('it is of an old version and larger than any was.')
  const read = olderForm.safeParse(renamed(JSON.parse(text.toString('utf8'))))
  if (!read.success) throw invalid(read.error.issues.slice(0, 5).map(i => ({ field: i.path.join('.'), message: i.message })))
  const { rows, ...head } = asToday(read.data), lists: Record<string, unknown[]> = rows
  return {
    head, counts: Object.fromEntries(Object.entries(lists).map(([list, all]) => [list, all.length])),
    async* rows(list) { yield* lists[list] ?? [] },
  }
}

/**
 * Lays a workroom file (an archive, or JSON alone of any version) out in `folder`.
 * @throws ProblemError with what is wrong with it
 */
export async function unpack(path: string, folder: string): Promise<Unpacked> {
  try {
    const isZip = (await beginning(path)).equals(Buffer.from('PK\u0003\u0004'))
    const json = isZip ? await unzip(path, folder) : path
    const spooled = withTodaysNames(await spool(createReadStream(json), folder, listOf))
    const head = workroomHead.safeParse(spooled.head)
    if (!head.success) throw invalid(head.error.issues.slice(0, 5).map(i => ({ field: i.path.join('.'), message: i.message })))
    return {
      ...(head.data.version < 3 ? await older(json) : spooled),
      head: head.data,
      picture: async id => isZip
        ? readFile(join(folder, 'pictures', `${id}.jpg`)).catch(() => null)
        : null,
    }
  } catch (error) {
    if (error instanceof ProblemError) throw error
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC')
      throw new ProblemError(507, 'No room', 'The disk has no room to unpack this file. Nothing was changed.')
    throw refused('it cannot be read; it may be damaged, or have been cut off on the way.')
  }
}
