import { UniqueConstraintError } from 'sequelize'
import type { Cover, Iron, IronBody, Supply, SupplyBody } from '#shared/schemas'
import { database } from '../db/connection'
import { CoverRow, IronRow, IronStopRow, SupplyRow } from '../db/models'
import { notFound, taken } from '../utils/problem'
import { currentWorkshop } from './workshop'

function toSupply(row: SupplyRow): Supply {
  const p = row.get({ plain: true })
  return {
    id: p.id, code: p.code, name: p.name, family: p.family, base: p.base, baseFibre: p.baseFibre, massGsm: p.massGsm, thicknessMm: p.thicknessMm,
    resin: p.resin, resinGsm: p.resinGsm, resinOrigin: p.resinOrigin, colourHex: p.colourHex, note: p.note, version: p.version, updatedAt: p.updatedAt.toISOString(),
  }
}

export async function listSupplies(): Promise<Supply[]> {
  const { id: workshopId } = await currentWorkshop()
  return (await SupplyRow.findAll({ where: { workshopId }, order: [['massGsm', 'ASC'], ['code', 'ASC']], limit: 500 })).map(toSupply)
}

export async function createSupply(body: SupplyBody): Promise<Supply> {
  const { id: workshopId } = await currentWorkshop()
  try {
    return toSupply(await SupplyRow.create({ ...body, workshopId }))
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('code', `Code: ${body.code} is taken by another supply. Choose another.`)
    throw error
  }
}

const withStops = { model: IronStopRow, as: 'stops', separate: true, order: [['position', 'ASC']] as [string, string][] }

function toIron(row: IronRow): Iron {
  const p = row.get({ plain: true })
  return {
    id: p.id, name: p.name, kind: p.kind, shutsOffAfterS: p.shutsOffAfterS, note: p.note, version: p.version, updatedAt: p.updatedAt.toISOString(),
    stops: (row.stops ?? []).map(s => ({ label: s.label, meanC: s.meanC, swingC: s.swingC, origin: s.origin })),
  }
}

export async function listIrons(): Promise<Iron[]> {
  const { id: workshopId } = await currentWorkshop()
  return (await IronRow.findAll({ where: { workshopId }, include: [withStops], order: [['name', 'ASC']] })).map(toIron)
}

export async function createIron({ stops, ...body }: IronBody): Promise<Iron> {
  const { id: workshopId } = await currentWorkshop()
  const id = await database().transaction(async (transaction) => {
    const row = await IronRow.create({ ...body, workshopId }, { transaction })
    await IronStopRow.bulkCreate(stops.map((s, position) => ({ ironId: row.id, workshopId, position, ...s })), { transaction })
    return row.id
  })
  const row = await IronRow.findOne({ where: { id, workshopId }, include: [withStops] })
  if (!row) throw notFound('iron')
  return toIron(row)
}

export async function listCovers(): Promise<Cover[]> {
  const { id: workshopId } = await currentWorkshop()
  const rows = await CoverRow.findAll({ where: { workshopId }, order: [['name', 'ASC']] })
  return rows.map(r => ({ id: r.id, name: r.name, kind: r.kind, version: r.version }))
}
