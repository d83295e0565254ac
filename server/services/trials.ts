import { ForeignKeyConstraintError, UniqueConstraintError } from 'sequelize'
import type { Page, PageQuery, Trial, TrialBody } from '#shared/schemas'
import { predictedSchema, recipeSchema } from '#shared/schemas'
import { database } from '../db/connection'
import { ClothRow, CoverRow, IronRow, SupplyRow, TrialEventRow, TrialRow } from '../db/models'
import { invalid, notFound } from '../utils/problem'
import { currentWorkshop } from './workshop'

const withNames = [
  ...[[ClothRow, 'cloth'], [SupplyRow, 'supply'], [IronRow, 'iron'], [CoverRow, 'cover']].map(([model, as]) =>
    ({ model: model as typeof ClothRow, as: as as string, attributes: ['name'], paranoid: false })),
  { model: TrialEventRow, as: 'events', separate: true, order: [['position', 'ASC']] as [string, string][] },
]

function toTrial(row: TrialRow): Trial {
  const p = row.get({ plain: true })
  return {
    id: p.id, clientKey: p.clientKey, clothId: p.clothId, supplyId: p.supplyId, ironId: p.ironId, coverId: p.coverId, bed: p.bed,
    recipe: recipeSchema.parse(p.recipe), predicted: predictedSchema.parse(p.predicted),
    grade: p.grade, marks: p.marks, note: p.note, pressedAt: p.pressedAt.toISOString(),
    events: (row.events ?? []).map(e => ({ atS: e.atS, kind: e.kind })),
    clothName: row.cloth?.name ?? '', supplyName: row.supply?.name ?? '', ironName: row.iron?.name ?? '', coverName: row.cover?.name ?? null,
  }
}

async function checkOwned(workshopId: string, body: TrialBody): Promise<void> {
  const missing: { field: string, message: string }[] = []
  const look = async (model: typeof ClothRow | typeof SupplyRow | typeof IronRow | typeof CoverRow, field: string, id: string | null, what: string) => {
    if (id && !await (model as typeof ClothRow).count({ where: { id, workshopId } })) missing.push({ field, message: `${what}: it is not kept here any more. Choose another.` })
  }
  await look(ClothRow, 'clothId', body.clothId, 'Cloth')
  await look(SupplyRow, 'supplyId', body.supplyId, 'Backing')
  await look(IronRow, 'ironId', body.ironId, 'Iron')
  await look(CoverRow, 'coverId', body.coverId, 'Cover')
  if (missing.length > 0) throw invalid(missing)
}

const byKey = (workshopId: string, clientKey: string) => TrialRow.findOne({ where: { workshopId, clientKey }, include: withNames })

/** Keeps a judged swatch once, however often it is sent: the same client key answers with the trial already kept. */
export async function recordTrial({ events, ...body }: TrialBody): Promise<{ trial: Trial, isNew: boolean }> {
  const { id: workshopId } = await currentWorkshop()
  const known = await byKey(workshopId, body.clientKey)
  if (known) return { trial: toTrial(known), isNew: false }
  await checkOwned(workshopId, { events, ...body })
  let isNew = true
  try {
    await database().transaction(async (transaction) => {
      const row = await TrialRow.create({ ...body, workshopId, pressedAt: new Date(body.pressedAt) }, { transaction })
      await ClothRow.increment('used', { where: { id: row.clothId }, transaction })
      await SupplyRow.increment('used', { where: { id: row.supplyId }, transaction })
      await TrialEventRow.bulkCreate(events.map((e, position) => ({ trialId: row.id, workshopId, position, ...e })), { transaction })
    })
  } catch (error) {
    if (error instanceof ForeignKeyConstraintError) throw invalid([{ field: 'clothId', message: 'Cloth: it is not kept here any more. Choose another.' }])
    if (!(error instanceof UniqueConstraintError)) throw error
    // The same trial arrived twice at once; the other request has kept it.
    isNew = false
  }
  const row = await byKey(workshopId, body.clientKey)
  if (!row) throw notFound('trial')
  return { trial: toTrial(row), isNew }
}

export async function clothHistory(clothId: string, { page, size }: PageQuery): Promise<Page<Trial>> {
  const { id: workshopId } = await currentWorkshop()
  if (!await ClothRow.count({ where: { id: clothId, workshopId } })) throw notFound('cloth')
  const where = { workshopId, clothId }
  const total = await TrialRow.count({ where })
  const rows = await TrialRow.findAll({ where, include: withNames, order: [['pressedAt', 'DESC']], limit: size, offset: (page - 1) * size })
  return { rows: rows.map(toTrial), total, page, size }
}
