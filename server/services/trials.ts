import { z } from 'zod'
import {
  ForeignKeyConstraintError, Op, QueryTypes, UniqueConstraintError, type CreationAttributes, type Model, type ModelStatic,
} from 'sequelize'
import {
  MOST, predictedSchema, recipeSchema, type Page, type PageQuery, type ReadingAdded, type Trial, type TrialBody, type WashBody,
} from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import {
  ClothRow, CoverRow, IronRow, SupplyRow, SwatchPlanRow, TrialEventRow, TrialPhotoRow, TrialReadingRow, TrialRow, WashRoundRow,
} from '../db/models'
import { invalid, notFound, ProblemError, taken } from '../utils/problem'
import type { Context } from '../utils/context'
import { addOnce, sameContent } from './keyed'
import { rowReader } from './unreadable'

const inOrder = (by: string) => ({ separate: true, order: [[by, 'ASC']] as [string, string][] })
/** All that belongs to a trial but its pictures' bytes. */
const whole = [
  ...[[ClothRow, 'cloth'], [SupplyRow, 'supply'], [IronRow, 'iron'], [CoverRow, 'cover']].map(([model, as]) =>
    ({ model: model as typeof ClothRow, as: as as string, attributes: ['name'], paranoid: false })),
  { model: TrialEventRow, as: 'events', ...inOrder('position') },
  { model: TrialReadingRow, as: 'readings', ...inOrder('createdAt') },
  { model: WashRoundRow, as: 'washes', ...inOrder('washedAt') },
  { model: TrialPhotoRow, as: 'photos', attributes: ['id', 'trialId', 'stage', 'width', 'height', 'createdAt'], ...inOrder('createdAt') },
]

/** Payloads of a swatch, as they are kept. */
const payloadsIn = rowReader('trials', z.object({ recipe: recipeSchema, predicted: predictedSchema }))
const unreadable = () => new ProblemError(
  422, 'Not readable', 'Swatch: what is kept of it cannot be read. It is named under Import and export, where it can be set aside.')

/** @throws ProblemError 422 where its payload cannot be read; its neighbours can */
function toTrial(row: TrialRow): Trial {
  const p = row.get({ plain: true })
  const [payload] = payloadsIn([{ id: p.id, workshopId: p.workshopId, name: row.cloth?.name ?? '' }], () => p)
  if (!payload) throw unreadable()
  return {
    id: p.id, clientKey: p.clientKey, clothId: p.clothId, supplyId: p.supplyId, ironId: p.ironId, coverId: p.coverId, bed: p.bed,
    ...payload,
    grade: p.grade, marks: p.marks, markWhere: p.markWhere, note: p.note, pressedAt: p.pressedAt.toISOString(),
    clothLot: p.clothLot, supplyLot: p.supplyLot, overSupplyIds: p.overSupplyIds, planId: p.planId, scrap: p.scrap,
    events: (row.events ?? []).map(e => ({ atS: e.atS, kind: e.kind, soleC: e.soleC })), doubts: p.doubts,
    readings: (row.readings ?? []).map(r => ({ kind: r.kind, value: r.value })),
    washes: (row.washes ?? []).map(w => ({
      id: w.id, clientKey: w.clientKey, washC: w.washC, tumble: w.tumble, grade: w.grade, marks: w.marks, note: w.note,
      washedAt: w.washedAt.toISOString(),
    })),
    photos: (row.photos ?? []).map(f => ({ id: f.id, stage: f.stage, width: f.width, height: f.height })),
    clothName: row.cloth?.name ?? '', supplyName: row.supply?.name ?? '', ironName: row.iron?.name ?? '',
    coverName: row.cover?.name ?? null,
  }
}

/** The things a swatch or a plan points at must still be kept in this workroom. */
export async function checkOwned(
  workshopId: string,
  body: Pick<TrialBody, 'clothId' | 'supplyId' | 'ironId' | 'coverId'> & { overSupplyIds?: string[], planId?: string | null },
): Promise<void> {
  const missing: { field: string, message: string }[] = []
  const look = async (
    model: typeof ClothRow | typeof SupplyRow | typeof IronRow | typeof CoverRow | typeof SwatchPlanRow, field: string,
    id: string | null | undefined, what: string,
  ) => {
    if (id && !(await (model as typeof ClothRow).count({ where: { id, workshopId } })))
      missing.push({ field, message: `${what}: it is not kept here any more. Choose another.` })
  }
  await look(ClothRow, 'clothId', body.clothId, 'Fabric')
  await look(SupplyRow, 'supplyId', body.supplyId, 'Interfacing')
  await look(IronRow, 'ironId', body.ironId, 'Iron')
  await look(CoverRow, 'coverId', body.coverId, 'Press cloth')
  await look(SwatchPlanRow, 'planId', body.planId, 'Plan')
  for (const id of body.overSupplyIds ?? []) await look(SupplyRow, 'overSupplyIds', id, 'Layer')
  if (missing.length > 0) throw invalid(missing)
}

const byKey = (workshopId: string, clientKey: string) => TrialRow.findOne({ where: { workshopId, clientKey }, include: whole })

export async function getTrial({ workshopId }: Context, id: string): Promise<Trial> {
  const row = await TrialRow.findOne({ where: { id, workshopId }, include: whole })
  if (!row) throw notFound('test swatch')
  return toTrial(row)
}

/** The swatch that bears a key must be the one that is sent: another one under its key is refused, not swallowed. */
function sameSwatch(kept: TrialRow, sent: Omit<TrialBody, 'events' | 'readings'>): TrialRow {
  const what = (t: TrialRow | typeof sent) => ({
    clothId: t.clothId, supplyId: t.supplyId, ironId: t.ironId, coverId: t.coverId, bed: t.bed, grade: t.grade, marks: t.marks,
    pressedAt: new Date(t.pressedAt),
  })
  if (!sameContent(what(kept), what(sent)))
    throw taken('clientKey', 'Key: another swatch bears it already. Write this one anew.')
  return kept
}

/** How often a thing was used orders the lists; it is no change of the thing, whose form stays at its version. */
const countUsed = (table: 'cloth' | 'supply', id: string, times = 1) =>
  database().query(`update ${table} set used = used + :times where id = :id`, { type: QueryTypes.UPDATE, replacements: { id, times } })

/** Keeps a judged swatch once, however often it is sent: the same client key answers with the trial already kept. */
export async function recordTrial(
  { workshopId }: Context, { events, readings, ...body }: TrialBody,
): Promise<{ trial: Trial, isNew: boolean }> {
  const known = await byKey(workshopId, body.clientKey)
  if (known) return { trial: toTrial(sameSwatch(known, body)), isNew: false }
  await checkOwned(workshopId, body)
  let isNew = true
  try {
    await transact(async (transaction) => {
      const row = await TrialRow.create({ ...body, workshopId, pressedAt: new Date(body.pressedAt) }, { transaction })
      await countUsed('cloth', row.clothId)
      await countUsed('supply', row.supplyId)
      await TrialEventRow.bulkCreate(events.map((e, position) => ({ trialId: row.id, workshopId, position, ...e })), { transaction })
      await TrialReadingRow.bulkCreate(readings.map(r => ({ trialId: row.id, workshopId, ...r })), { transaction })
    })
  } catch (error) {
    if (error instanceof ForeignKeyConstraintError)
      throw invalid([{ field: 'clothId', message: 'Fabric: it is not kept here any more. Choose another.' }])
    if (!(error instanceof UniqueConstraintError)) throw error
    // The same trial arrived twice at once; the other request has kept it.
    isNew = false
  }
  const row = await byKey(workshopId, body.clientKey)
  if (!row) throw notFound('test swatch')
  return { trial: toTrial(isNew ? row : sameSwatch(row, body)), isNew }
}

/**
 * Keeps many swatches at once, each once by its key: what is kept already stays as it is, and one of whose things is not kept here any more
 * is left out.
 */
export async function recordSwatches({ workshopId }: Context, bodies: readonly TrialBody[]): Promise<void> {
  const idsHere = async (model: typeof ClothRow | typeof SupplyRow | typeof IronRow | typeof CoverRow, ids: (string | null)[]) => {
    const rows = await (model as typeof ClothRow).findAll({ where: { workshopId, id: ids.filter(id => id !== null) }, attributes: ['id'] })
    return new Set<string | null>([null, ...rows.map(r => r.id)])
  }
  const cloths = await idsHere(ClothRow, bodies.map(b => b.clothId)), irons = await idsHere(IronRow, bodies.map(b => b.ironId))
  const supplies = await idsHere(SupplyRow, bodies.flatMap(b => [b.supplyId, ...b.overSupplyIds]))
  const covers = await idsHere(CoverRow, bodies.map(b => b.coverId))
  const whole = bodies.filter(b => cloths.has(b.clothId) && irons.has(b.ironId) && covers.has(b.coverId)
    && [b.supplyId, ...b.overSupplyIds].every(id => supplies.has(id)))
  try {
    await transact(async () => {
      const there = await TrialRow.findAll({ where: { workshopId, clientKey: whole.map(b => b.clientKey) }, attributes: ['clientKey'] })
      const known = new Set(there.map(t => t.clientKey))
      const fresh = whole.filter(b => !known.has(b.clientKey)).map(b => ({ ...b, id: crypto.randomUUID() }))
      await TrialRow.bulkCreate(fresh.map(({ events: _e, readings: _r, ...b }) => ({ ...b, workshopId, pressedAt: new Date(b.pressedAt) })))
      await TrialEventRow.bulkCreate(fresh.flatMap(b => b.events.map((e, position) => ({ trialId: b.id, workshopId, position, ...e }))))
      const times = (ids: string[]) => [...new Set(ids)].sort().map(id => [id, ids.filter(other => other === id).length] as const)
      for (const [id, n] of times(fresh.map(b => b.clothId))) await countUsed('cloth', id, n)
      for (const [id, n] of times(fresh.map(b => b.supplyId))) await countUsed('supply', id, n)
    })
  } catch (error) {
    // Told twice at once: the other request has kept them.
    if (!(error instanceof UniqueConstraintError)) throw error
  }
}

/** A swatch by its id, or by the key it was sent with: what is added to one that waited need not know its id. */
export async function ownedTrial({ workshopId }: Context, id: string, lock = false): Promise<TrialRow> {
  const row = await TrialRow.findOne({ where: { workshopId, [Op.or]: [{ id }, { clientKey: id }] }, ...(lock ? { lock: HELD } : {}) })
  if (!row) throw notFound('test swatch')
  return row
}

/** Adds to a swatch while it is held, so that no two count at once. */
async function addTo<M extends TrialReadingRow | WashRoundRow>(
  context: Context, id: string, model: ModelStatic<M>, clientKey: string | null, most: number, what: string,
  row: (trialId: string) => CreationAttributes<M>,
): Promise<Trial> {
  const { workshopId } = context
  const { id: trialId } = await ownedTrial(context, id)
  await addOnce(model, workshopId, clientKey, row(trialId) as Record<string, unknown>, () => transact(async () => {
    await ownedTrial(context, trialId, true)
    if (await (model as ModelStatic<Model>).count({ where: { trialId, workshopId } }) >= most)
      throw invalid([{ field: 'value', message: `${what}: a swatch keeps ${most} at the most.` }])
    return model.create(row(trialId))
  }))
  return getTrial(context, trialId)
}

export const addReading = (context: Context, id: string, body: ReadingAdded): Promise<Trial> =>
  addTo(context, id, TrialReadingRow, body.clientKey, MOST.readings, 'Readings', trialId => (
    { ...body, trialId, workshopId: context.workshopId }))

/** Adds a wash round once; the same client key again changes nothing. */
export const addWash = (context: Context, id: string, body: WashBody): Promise<Trial> =>
  addTo(context, id, WashRoundRow, body.clientKey, MOST.washes, 'Washes', trialId => (
    { ...body, trialId, workshopId: context.workshopId, washedAt: new Date(body.washedAt) }))

/** A listed swatch as one row of JSON, in the shape it crosses the wire. */
const LISTED = `
  select json_build_object(
    'id', t.id, 'clientKey', t.client_key, 'clothId', t.cloth_id, 'supplyId', t.supply_id, 'ironId', t.iron_id, 'coverId', t.cover_id,
      'bed', t.bed, 'recipe', t.recipe, 'predicted', t.predicted,
    'grade', t.grade, 'marks', t.marks, 'markWhere', t.mark_where, 'note', t.note, 'pressedAt', to_char(t.pressed_at at time zone 'UTC',
      'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'),
    'clothLot', t.cloth_lot, 'supplyLot', t.supply_lot, 'overSupplyIds', t.over_supply_ids, 'planId', t.plan_id, 'scrap', t.scrap,
      'doubts', t.doubts,
    'clothName', c.name, 'supplyName', s.name, 'ironName', i.name, 'coverName', v.name,
    'events', coalesce((select json_agg(json_build_object('atS', e.at_s, 'kind', e.kind, 'soleC', e.sole_c) order by e.position)
      from trial_event e where e.trial_id = t.id), '[]'),
    'readings', coalesce((select json_agg(json_build_object('kind', r.kind, 'value', r.value) order by r.created_at, r.id)
      from trial_reading r where r.trial_id = t.id), '[]'),
    'washes', coalesce((select json_agg(json_build_object('id', w.id, 'clientKey', w.client_key, 'washC', w.wash_c, 'tumble', w.tumble,
      'grade', w.grade, 'marks', w.marks, 'note', w.note,
      'washedAt', to_char(w.washed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')) order by w.washed_at, w.id)
        from wash_round w where w.trial_id = t.id), '[]'),
    'photos', coalesce((select json_agg(json_build_object('id', f.id, 'stage', f.stage, 'width', f.width, 'height', f.height)
      order by f.created_at, f.id) from trial_photo f where f.trial_id = t.id), '[]')) as trial
  from page t join cloth c on c.id = t.cloth_id join supply s on s.id = t.supply_id join iron i on i.id = t.iron_id left
    join cover v on v.id = t.cover_id
  order by t.pressed_at desc, t.id`

/** A page of swatches, newest first, and how many there are, in one statement served by the trial's indexes. */
async function pageOf(of: 'cloth' | 'pairing', values: Record<string, string>, { page, size }: PageQuery): Promise<Page<Trial>> {
  const where = `workshop_id = :workshopId and cloth_id = :clothId${of === 'pairing' ? ' and supply_id = :supplyId' : ''}`
  const [found] = await database().query<{ there: boolean, total: number, rows: Trial[] | null }>(`
    with page as materialized (select * from trial where ${where} order by pressed_at desc, id limit :size offset :skip)
    select exists (select 1 from cloth where id = :clothId and workshop_id = :workshopId and deleted_at is null) as there,
      (select count(*) from trial where ${where})::int as total, (select json_agg(listed.trial) from (${LISTED}) listed) as rows`, {
    type: QueryTypes.SELECT, replacements: { ...values, size, skip: (page - 1) * size },
  })
  if (of === 'cloth' && !found?.there) throw notFound('fabric')
  const { workshopId = '' } = values
  const rows = (found?.rows ?? []).flatMap(t =>
    payloadsIn([{ id: t.id, workshopId, name: t.clothName }], () => t).map(payload => ({ ...t, ...payload })))
  return { rows, total: found?.total ?? 0, page, size }
}

export async function clothHistory({ workshopId }: Context, clothId: string, query: PageQuery): Promise<Page<Trial>> {
  return pageOf('cloth', { workshopId, clothId }, query)
}

/** Every swatch of a cloth with a supply, newest first. */
export async function pairingHistory({ workshopId }: Context, clothId: string, supplyId: string, query: PageQuery): Promise<Page<Trial>> {
  return pageOf('pairing', { workshopId, clothId, supplyId }, query)
}
