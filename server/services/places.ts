import { UniqueConstraintError, type InferCreationAttributes, type Transaction } from 'sequelize'
import { MOST, type OwnPlace, type Piece, type PlaceBody } from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { FabricRow, PieceRow, PlaceRow } from '../db/models'
import { conflict, invalid, notFound, taken } from '../utils/problem'
import type { Context } from '../utils/context'
import { holdWorkroom } from './workroom'

const toPlace = (p: PlaceRow): OwnPlace => ({
  id: p.id, name: p.name, stiffness: p.stiffness, give: p.give, wear: p.wear, shows: p.shows, inSeam: p.inSeam, families: p.families,
  layers: p.layers, version: p.version,
})

export async function listPlaces({ workroomId }: Context): Promise<OwnPlace[]> {
  return (await PlaceRow.findAll({ where: { workroomId }, order: [['name', 'ASC']] })).map(toPlace)
}

async function nameIsFree<T>(name: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('name', `Name: there is a place called ${name} already.`)
    throw error
  }
}

export async function createPlace({ workroomId }: Context, body: PlaceBody): Promise<OwnPlace> {
  return nameIsFree(body.name, () => transact(async () => {
    await holdWorkroom({ workroomId })
    if (await PlaceRow.count({ where: { workroomId } }) >= MOST.places)
      throw invalid([{ field: 'name', message: `Places: ${MOST.places} of your own are kept at the most.` }])
    return toPlace(await (await PlaceRow.create({ ...body, workroomId })).reload())
  }))
}

export async function updatePlace(
  { workroomId }: Context, id: string, { version, ...body }: PlaceBody & { version: number },
): Promise<OwnPlace> {
  return nameIsFree(body.name, () =>
    transact(async (transaction) => {
      const row = await PlaceRow.findOne({ where: { id, workroomId }, transaction, lock: HELD })
      if (!row) throw notFound('place')
      if (row.version !== version) throw conflict('place', toPlace(row), { ...body, version })
      await row.update(body, { transaction })
      return toPlace(row)
    }),
  )
}

export async function removePlace({ workroomId }: Context, id: string): Promise<void> {
  if (!await PlaceRow.destroy({ where: { id, workroomId } })) throw notFound('place')
}

/** Sizes known for a fabric in a place, in the order they were written. */
export async function piecesOf({ workroomId }: Context, fabricId: string, place: string): Promise<Piece[]> {
  if (!await FabricRow.count({ where: { id: fabricId, workroomId } })) throw notFound('fabric')
  const rows = await PieceRow.findAll({ where: { workroomId, fabricId, place }, order: [['position', 'ASC']] })
  return rows.map(r => ({ id: r.id, name: r.name, alongMm: r.alongMm, acrossMm: r.acrossMm, count: r.count }))
}

/** Puts a list of sizes in place of the one before, whole or not at all; a piece that was there stays the same piece. */
export async function keepPieces(context: Context, fabricId: string, place: string, pieces: Piece[]): Promise<Piece[]> {
  const { workroomId } = context
  await transact(async (transaction) => {
    // The fabric's row is held, so that two savers do not interleave.
    if (!await FabricRow.findOne({ where: { id: fabricId, workroomId }, transaction, lock: HELD })) throw notFound('fabric')
    const kept = await PieceRow.findAll({ where: { workroomId, fabricId, place }, transaction })
    const ids = new Set(pieces.map(p => p.id))
    for (const row of kept) if (!ids.has(row.id)) await row.destroy({ transaction })
    // Positions are unique: those that stay step aside before they take their new ones.
    for (const row of kept) if (ids.has(row.id)) await row.update({ position: -1 - row.position }, { transaction })
    for (const [position, piece] of pieces.entries()) {
      const row = kept.find(r => r.id === piece.id)
      if (row) await row.update({ ...piece, position }, { transaction })
      else await newPiece({ ...piece, workroomId, fabricId, place, position }, transaction)
    }
  })
  return piecesOf(context, fabricId, place)
}

async function newPiece(row: InferCreationAttributes<PieceRow>, transaction: Transaction): Promise<void> {
  try {
    await PieceRow.create(row, { transaction })
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('pieces', `Piece: ${row.name} is already in another place.`)
    throw error
  }
}
