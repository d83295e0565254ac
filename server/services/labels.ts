import { SwatchPhotoRow } from '../db/models'
import { transact } from '../db/transaction'
import type { Context } from '../utils/context'
import { notFound } from '../utils/problem'
import { reencode } from './photos'
import { ownedFabric } from './records'

/** Keeps a picture of the care label of a fabric, in place of the one before; the fabric is held meanwhile. */
export async function keepLabel(context: Context, fabricId: string, bytes: Buffer): Promise<{ width: number, height: number }> {
  const { workroomId } = context
  await ownedFabric(context, fabricId)
  const made = await reencode(bytes)
  await transact(async () => {
    await ownedFabric(context, fabricId, true)
    await SwatchPhotoRow.destroy({ where: { workroomId, fabricId } })
    await SwatchPhotoRow.create({ ...made, stage: 'label', swatchId: null, fabricId, workroomId })
  })
  return { width: made.width, height: made.height }
}

/** @returns null where none was taken yet: that is no fault */
export async function labelBytes(context: Context, fabricId: string): Promise<Buffer | null> {
  const { workroomId } = context
  await ownedFabric(context, fabricId)
  return (await SwatchPhotoRow.findOne({ where: { workroomId, fabricId } }))?.jpeg ?? null
}

/** @throws ProblemError where there is none */
export async function dropLabel(context: Context, fabricId: string): Promise<void> {
  const { workroomId } = context
  await ownedFabric(context, fabricId)
  if (await SwatchPhotoRow.destroy({ where: { workroomId, fabricId } }) === 0) throw notFound('picture')
}
