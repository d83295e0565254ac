import { UniqueConstraintError } from 'sequelize'
import type { OwnPlace, Piece, PlaceBody } from '#shared/schemas'
import { database } from '../db/connection'
import { ClothRow, PieceRow, PlaceRow } from '../db/models'
import { conflict, notFound, taken } from '../utils/problem'
import { currentWorkshop } from './workshop'

const toPlace = (p: PlaceRow): OwnPlace => ({
  id: p.id, name: p.name, hand: p.hand, give: p.give, wear: p.wear, shows: p.shows, inSeam: p.inSeam, families: p.families, layers: p.layers, version: p.version,
})

export async function listPlaces(): Promise<OwnPlace[]> {
  const { id: workshopId } = await currentWorkshop()
  return (await PlaceRow.findAll({ where: { workshopId }, order: [['name', 'ASC']] })).map(toPlace)
}

async function nameIsFree<T>(name: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('name', `Name: there is a place called ${name} already.`)
    throw error
  }
}

export async function createPlace(body: PlaceBody): Promise<OwnPlace> {
  const { id: workshopId } = await currentWorkshop()
  const row = await nameIsFree(body.name, () => PlaceRow.create({ ...body, workshopId }))
  return toPlace(await row.reload())
}

export async function updatePlace(id: string, { version, ...body }: PlaceBody & { version: number }): Promise<OwnPlace> {
  const { id: workshopId } = await currentWorkshop()
  return nameIsFree(body.name, () => database().transaction(async (transaction) => {
    const row = await PlaceRow.findOne({ where: { id, workshopId }, transaction, lock: true })
    if (!row) throw notFound('place')
    if (row.version !== version) throw conflict('place', toPlace(row), { ...body, version })
    await row.update(body, { transaction })
    return toPlace(row)
  }))
}

export async function removePlace(id: string): Promise<void> {
  const { id: workshopId } = await currentWorkshop()
  if (!await PlaceRow.destroy({ where: { id, workshopId } })) throw notFound('place')
}

/** Sizes known for a cloth in a place, in the order they were written. */
export async function piecesOf(clothId: string, place: string): Promise<Piece[]> {
  const { id: workshopId } = await currentWorkshop()
  if (!await ClothRow.count({ where: { id: clothId, workshopId } })) throw notFound('cloth')
  const rows = await PieceRow.findAll({ where: { workshopId, clothId, place }, order: [['position', 'ASC']] })
  return rows.map(r => ({ name: r.name, alongMm: r.alongMm, acrossMm: r.acrossMm, count: r.count }))
}

/** Puts a list of sizes in place of the one before, whole or not at all. */
export async function keepPieces(clothId: string, place: string, pieces: Piece[]): Promise<Piece[]> {
  const { id: workshopId } = await currentWorkshop()
  await database().transaction(async (transaction) => {
    // The cloth's row is held, so that two savers do not interleave.
    if (!await ClothRow.findOne({ where: { id: clothId, workshopId }, transaction, lock: true })) throw notFound('cloth')
    await PieceRow.destroy({ where: { workshopId, clothId, place }, transaction })
    await PieceRow.bulkCreate(pieces.map((p, position) => ({ ...p, workshopId, clothId, place, position })), { transaction })
  })
  return piecesOf(clothId, place)
}
