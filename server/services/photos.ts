import sharp from 'sharp'
import { MOST, type PhotoStage } from '#shared/schemas'
import { transact } from '../db/transaction'
import { SwatchPhotoRow } from '../db/models'
import { invalid, notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { addOnce } from './sql/keyed'
import { ownedSwatch } from './swatches'

/** Longest side kept, and the most points a picture may unpack to. */
const LONGEST_PX = 1600
const MOST_POINTS = 40_000_000
/** The last two bytes of a JPEG: nothing may hide behind them. */
const JPEG_END = Buffer.from([0xFF, 0xD9])
const TAKEN = new Set(['jpeg', 'png', 'webp'])

const unreadable = (why: string) => invalid([{ field: 'photo', message: `Picture: ${why}` }])

/** Unpacks a picture and packs it anew as JPEG: smaller, turned upright, and with nothing left in it but the picture. */
export async function reencode(bytes: Buffer): Promise<{ jpeg: Buffer, width: number, height: number }> {
  const image = sharp(bytes, { limitInputPixels: MOST_POINTS, failOn: 'error' })
  const meta = await image.metadata().catch(() => {
    throw unreadable('this is no picture that can be read. Take a JPEG, PNG or WebP.')
  })
  if (!TAKEN.has(meta.format ?? ''))
    throw unreadable(`${meta.format?.toUpperCase() ?? 'this kind'} is not taken. Take a JPEG, PNG or WebP.`)
  if ((meta.pages ?? 1) > 1) throw unreadable('it moves. Take a still one.')
  try {
    const { data, info } = await image
      .rotate()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 80 })
      .toBuffer({ resolveWithObject: true })
    return { jpeg: data, width: info.width, height: info.height }
  } catch {
    throw unreadable('it is damaged, or far too large when unpacked. Take it again.')
  }
}

/** A picture that left here comes back as it was; anything else is packed anew. */
export async function takeBack(bytes: Buffer): Promise<{ jpeg: Buffer, width: number, height: number }> {
  const meta = await sharp(bytes, { limitInputPixels: MOST_POINTS })
    .metadata()
    .catch(() => null)
  const ours
    = meta?.format === 'jpeg'
      && !meta.exif
      && !meta.iptc
      && !meta.xmp
      && !meta.icc
      && !meta.comments
      && Math.max(meta.width, meta.height) <= LONGEST_PX
      && bytes.subarray(-2).equals(JPEG_END)
  return ours ? { jpeg: bytes, width: meta.width, height: meta.height } : reencode(bytes)
}

/** Keeps a picture of a swatch, once by its key; the swatch is held while they are counted. */
export async function addPhoto(
  context: Context, swatchId: string, stage: PhotoStage, bytes: Buffer, clientKey: string | null = null,
): Promise<{ id: string, stage: PhotoStage, width: number, height: number }> {
  const { workroomId } = context
  const { id: ofSwatch } = await ownedSwatch(context, swatchId)
  const made = await reencode(bytes)
  const { row } = await addOnce(SwatchPhotoRow, workroomId, clientKey, { swatchId: ofSwatch }, () => transact(async () => {
    await ownedSwatch(context, ofSwatch, true)
    if (await SwatchPhotoRow.count({ where: { swatchId: ofSwatch, workroomId } }) >= MOST.photos)
      throw unreadable(`a swatch keeps ${MOST.photos} at the most.`)
    return SwatchPhotoRow.create({ ...made, stage, swatchId: ofSwatch, workroomId, clientKey })
  }))
  // Of a swatch: it is no label.
  return { id: row.id, stage: row.stage as PhotoStage, width: row.width, height: row.height }
}

export async function photoBytes({ workroomId }: Context, swatchId: string, id: string): Promise<Buffer> {
  const row = await SwatchPhotoRow.findOne({ where: { id, swatchId, workroomId } })
  if (!row) throw notFound('picture')
  return row.jpeg
}
