import { UniqueConstraintError, type Transaction } from 'sequelize'
import type { Cover, Iron, IronBody, Page, Supply, SupplyBody, SupplyQuery } from '#shared/schemas'
import { database } from '../db/connection'
import { CoverRow, IronRow, IronStopRow, SupplyRow } from '../db/models'
import { conflict, notFound, taken } from '../utils/problem'
import { findPage, type Snake } from './search'
import { currentWorkshop } from './workshop'

function toSupply(row: SupplyRow): Supply {
  const p = row.get({ plain: true })
  return {
    id: p.id, code: p.code, name: p.name, family: p.family, base: p.base, baseFibre: p.baseFibre, massGsm: p.massGsm, thicknessMm: p.thicknessMm,
    resin: p.resin, resinGsm: p.resinGsm, resinOrigin: p.resinOrigin, colourHex: p.colourHex, note: p.note, lot: p.lot, givePct: p.givePct, form: p.form, leaflet: p.leaflet,
    makerC: p.makerC, makerHoldS: p.makerHoldS, makerMoisture: p.makerMoisture, makerPressureKPa: p.makerPressureKPa, makerPeel: p.makerPeel,
    washC: p.washC, tumble: p.tumble, widthMm: p.widthMm, pricePerM: p.pricePerM, stockM: p.stockM, overhangMm: p.overhangMm,
    version: p.version, updatedAt: p.updatedAt.toISOString(), used: p.used,
  }
}

export type ListedRow = { [K in keyof Supply as Snake<K & string>]: Supply[K] } & { maker_pressure_kpa: number | null }

export const listedSupply = (p: ListedRow): Supply => ({
  id: p.id, code: p.code, name: p.name, family: p.family, base: p.base, baseFibre: p.base_fibre, massGsm: p.mass_gsm, thicknessMm: p.thickness_mm,
  resin: p.resin, resinGsm: p.resin_gsm, resinOrigin: p.resin_origin, colourHex: p.colour_hex, note: p.note, lot: p.lot, givePct: p.give_pct, form: p.form, leaflet: p.leaflet,
  makerC: p.maker_c, makerHoldS: p.maker_hold_s, makerMoisture: p.maker_moisture, makerPressureKPa: p.maker_pressure_kpa, makerPeel: p.maker_peel,
  washC: p.wash_c, tumble: p.tumble, widthMm: p.width_mm, pricePerM: p.price_per_m, stockM: p.stock_m, overhangMm: p.overhang_mm,
  version: p.version, updatedAt: new Date(p.updated_at).toISOString(), used: p.used,
})

export async function listSupplies({ q, page, size, family, resin, stocked, gives }: SupplyQuery): Promise<Page<Supply>> {
  const { rows, total } = await findPage<ListedRow>({
    table: 'supply', q, page, size, values: { family, resin },
    filters: [...(family ? ['c.family = :family'] : []), ...(resin ? ['c.resin = :resin'] : []), ...(stocked ? ['c.stock_m > 0'] : []), ...(gives ? ['(c.give_pct > 5 or c.base = \'knit\')'] : [])],
  })
  return { rows: rows.map(listedSupply), total, page, size }
}

export async function getSupply(id: string): Promise<Supply> {
  const { id: workshopId } = await currentWorkshop()
  const row = await SupplyRow.findOne({ where: { id, workshopId } })
  if (!row) throw notFound('supply')
  return toSupply(row)
}

async function codeIsFree<T>(code: string, write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw taken('code', `Code: ${code} is taken by another supply. Choose another.`)
    throw error
  }
}

export async function createSupply(body: SupplyBody): Promise<Supply> {
  const { id: workshopId } = await currentWorkshop()
  const row = await codeIsFree(body.code, () => SupplyRow.create({ ...body, workshopId }))
  return toSupply(await row.reload())
}

export async function updateSupply(id: string, { version, ...body }: SupplyBody & { version: number }): Promise<Supply> {
  const { id: workshopId } = await currentWorkshop()
  return codeIsFree(body.code, () => database().transaction(async (transaction) => {
    const row = await SupplyRow.findOne({ where: { id, workshopId }, transaction, lock: true })
    if (!row) throw notFound('supply')
    if (row.version !== version) throw conflict('supply', toSupply(row), { ...body, version })
    await row.update(body, { transaction })
    return toSupply(row)
  }))
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

export async function getIron(id: string): Promise<Iron> {
  const { id: workshopId } = await currentWorkshop()
  const row = await IronRow.findOne({ where: { id, workshopId }, include: [withStops] })
  if (!row) throw notFound('iron')
  return toIron(row)
}

const writeStops = (ironId: string, workshopId: string, stops: IronBody['stops'], transaction: Transaction) =>
  IronStopRow.bulkCreate(stops.map((s, position) => ({ ironId, workshopId, position, ...s })), { transaction })

export async function createIron({ stops, ...body }: IronBody): Promise<Iron> {
  const { id: workshopId } = await currentWorkshop()
  const id = await database().transaction(async (transaction) => {
    const row = await IronRow.create({ ...body, workshopId }, { transaction })
    await writeStops(row.id, workshopId, stops, transaction)
    return row.id
  })
  return getIron(id)
}

export async function updateIron(id: string, { version, stops, ...body }: IronBody & { version: number }): Promise<Iron> {
  const { id: workshopId } = await currentWorkshop()
  const current = await getIron(id)
  await database().transaction(async (transaction) => {
    const row = await IronRow.findOne({ where: { id, workshopId }, transaction, lock: true })
    if (row!.version !== version) throw conflict('iron', current, { ...body, stops, version })
    row!.set(body)
    row!.changed('note', true)
    await row!.save({ transaction })
    await IronStopRow.destroy({ where: { ironId: id }, transaction })
    await writeStops(id, workshopId, stops, transaction)
  })
  return getIron(id)
}

export async function listCovers(): Promise<Cover[]> {
  const { id: workshopId } = await currentWorkshop()
  const rows = await CoverRow.findAll({ where: { workshopId }, order: [['name', 'ASC']] })
  return rows.map(r => ({ id: r.id, name: r.name, kind: r.kind, version: r.version }))
}
