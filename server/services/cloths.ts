import { Op, UniqueConstraintError, type Transaction, literal } from 'sequelize'
import type { Cloth, ClothBody, Page, PageQuery } from '#shared/schemas'
import { database } from '../db/connection'
import { ClothFibreRow, ClothRow } from '../db/models'
import { conflict, notFound, taken } from '../utils/problem'
import { currentWorkshop } from './workshop'

const withFibres = { model: ClothFibreRow, as: 'fibres', separate: true, order: [['position', 'ASC']] as [string, string][] }

function toCloth(row: ClothRow): Cloth {
  const p = row.get({ plain: true })
  return {
    id: p.id, code: p.code, name: p.name, construction: p.construction, massGsm: p.massGsm, massOrigin: p.massOrigin,
    thicknessMm: p.thicknessMm, thicknessOrigin: p.thicknessOrigin, mayGetWet: p.mayGetWet, nap: p.nap, finishes: p.finishes,
    colourHex: p.colourHex, note: p.note, version: p.version, updatedAt: p.updatedAt.toISOString(),
    fibres: (row.fibres ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct })),
    trials: Number((p as { trials?: string }).trials ?? 0),
  }
}

export async function listCloths({ q, page, size }: PageQuery): Promise<Page<Cloth>> {
  const { id: workshopId } = await currentWorkshop()
  const like = `%${q.replace(/[\\%_]/g, '\\$&')}%`
  const { rows, count } = await ClothRow.findAndCountAll({
    where: { workshopId, ...(q ? { [Op.or]: [{ name: { [Op.iLike]: like } }, { code: { [Op.iLike]: like } }] } : {}) },
    attributes: { include: [[literal('(select count(*) from trial t where t.cloth_id = "ClothRow".id)'), 'trials']] },
    include: [withFibres], order: [[literal('trials'), 'DESC'], ['code', 'ASC']], limit: size, offset: (page - 1) * size,
  })
  return { rows: rows.map(toCloth), total: count, page, size }
}

async function findRow(id: string, transaction?: Transaction, lock = false): Promise<ClothRow> {
  const { id: workshopId } = await currentWorkshop()
  const row = await ClothRow.findOne({ where: { id, workshopId }, include: lock ? [] : [withFibres], transaction, ...(lock ? { lock: true } : {}) })
  if (!row) throw notFound('cloth')
  return row
}

export const getCloth = async (id: string): Promise<Cloth> => toCloth(await findRow(id))

async function writeFibres(clothId: string, workshopId: string, fibres: ClothBody['fibres'], transaction: Transaction): Promise<void> {
  await ClothFibreRow.destroy({ where: { clothId }, transaction })
  await ClothFibreRow.bulkCreate(fibres.map((f, position) => ({ clothId, workshopId, ...f, position })), { transaction })
}

async function codeIsFree<T>(code: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('code', `Code: ${code} is taken by another cloth. Choose another, or open that cloth.`)
    throw error
  }
}

export async function createCloth({ fibres, ...body }: ClothBody): Promise<Cloth> {
  const { id: workshopId } = await currentWorkshop()
  const id = await codeIsFree(body.code, () => database().transaction(async (transaction) => {
    const row = await ClothRow.create({ ...body, workshopId }, { transaction })
    await writeFibres(row.id, workshopId, fibres, transaction)
    return row.id
  }))
  return getCloth(id)
}

/** Saves over the version the writer started from; a newer one is a conflict that carries both. */
export async function updateCloth(id: string, { version, fibres, ...body }: ClothBody & { version: number }): Promise<Cloth> {
  await codeIsFree(body.code, () => database().transaction(async (transaction) => {
    const row = await findRow(id, transaction, true)
    if (row.version !== version) throw conflict('cloth', await getCloth(id), { ...body, fibres, version })
    row.set(body)
    // The shares stand in rows of their own: the cloth counts as changed even when only they are.
    row.changed('note', true)
    await row.save({ transaction })
    await writeFibres(id, row.workshopId, fibres, transaction)
  }))
  return getCloth(id)
}
