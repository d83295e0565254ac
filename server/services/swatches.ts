import { z } from 'zod'
import {
  ForeignKeyConstraintError, Op, QueryTypes, UniqueConstraintError, type CreationAttributes, type Model, type ModelStatic,
} from 'sequelize'
import {
  MOST, predictedSchema, recipeSchema, type Page, type PageQuery, type ReadingAdded, type Swatch, type SwatchBody, type WashBody,
  type PhotoStage,
} from '#shared/schemas'
import { database } from '../db/connection'
import { HELD, transact } from '../db/transaction'
import {
  FabricRow, PressClothRow, IronRow, SupplyRow, SwatchPlanRow, SwatchEventRow, SwatchPhotoRow, SwatchReadingRow, SwatchRow, WashRoundRow,
} from '../db/models'
import { invalid, notFound, ProblemError, taken } from '../utils/problem'
import type { Context } from '../utils/context'
import { addOnce, hasSameContent } from './sql/keyed'
import { rowReader } from './rows/unreadable'

const inOrder = (by: string) => ({ separate: true, order: [[by, 'ASC']] as [string, string][] })
/** All that belongs to a swatch but its pictures' bytes. */
const whole = [
  ...[[FabricRow, 'fabric'], [SupplyRow, 'supply'], [IronRow, 'iron'], [PressClothRow, 'pressCloth']].map(([model, as]) =>
    ({ model: model as typeof FabricRow, as: as as string, attributes: ['name'], paranoid: false })),
  { model: SwatchEventRow, as: 'events', ...inOrder('position') },
  { model: SwatchReadingRow, as: 'readings', ...inOrder('createdAt') },
  { model: WashRoundRow, as: 'washes', ...inOrder('washedAt') },
  { model: SwatchPhotoRow, as: 'photos', attributes: ['id', 'swatchId', 'stage', 'width', 'height', 'createdAt'], ...inOrder('createdAt') },
]

/** Payloads of a swatch, as they are kept. */
const payloadsIn = rowReader('swatches', z.object({ recipe: recipeSchema, predicted: predictedSchema }))
const unreadable = () => new ProblemError(
  422, 'Not readable', 'Swatch: its record cannot be read. Import and export lists it; you can set it aside there.')

/** @throws ProblemError 422 where its payload cannot be read; its neighbours can */
function toSwatch(row: SwatchRow): Swatch {
  const p = row.get({ plain: true })
  const [payload] = payloadsIn([{ id: p.id, workroomId: p.workroomId, name: row.fabric?.name ?? '' }], () => p)
  if (!payload) throw unreadable()
  return {
    id: p.id, clientKey: p.clientKey, fabricId: p.fabricId, supplyId: p.supplyId, ironId: p.ironId, pressClothId: p.pressClothId,
    surface: p.surface,
    ...payload,
    grade: p.grade, marks: p.marks, markWhere: p.markWhere, note: p.note, pressedAt: p.pressedAt.toISOString(),
    fabricLot: p.fabricLot, supplyLot: p.supplyLot, overSupplyIds: p.overSupplyIds, planId: p.planId, scrap: p.scrap,
    events: (row.events ?? []).map(e => ({ atS: e.atS, kind: e.kind, soleC: e.soleC })), doubts: p.doubts,
    readings: (row.readings ?? []).map(r => ({ kind: r.kind, value: r.value })),
    washes: (row.washes ?? []).map(w => ({
      id: w.id, clientKey: w.clientKey, washC: w.washC, tumble: w.tumble, grade: w.grade, marks: w.marks, note: w.note,
      washedAt: w.washedAt.toISOString(),
    })),
    photos: (row.photos ?? []).map(f => ({ id: f.id, stage: f.stage as PhotoStage, width: f.width, height: f.height })),
    fabricName: row.fabric?.name ?? '', supplyName: row.supply?.name ?? '', ironName: row.iron?.name ?? '',
    pressClothName: row.pressCloth?.name ?? null, personId: p.personId ?? null,
  }
}

/** The things a swatch or a plan points at must still be kept in this workroom. */
export async function checkOwned(
  workroomId: string,
  body: Pick<SwatchBody, 'fabricId' | 'supplyId' | 'ironId' | 'pressClothId'> & { overSupplyIds?: string[], planId?: string | null },
): Promise<void> {
  const missing: { field: string, message: string }[] = []
  const look = async (
    model: typeof FabricRow | typeof SupplyRow | typeof IronRow | typeof PressClothRow | typeof SwatchPlanRow, field: string,
    id: string | null | undefined, what: string,
  ) => {
    if (id && !(await (model as typeof FabricRow).count({ where: { id, workroomId } })))
      missing.push({ field, message: `${what}: it is not kept here any more. Choose another.` })
  }
  await look(FabricRow, 'fabricId', body.fabricId, 'Fabric')
  await look(SupplyRow, 'supplyId', body.supplyId, 'Interfacing')
  await look(IronRow, 'ironId', body.ironId, 'Iron')
  await look(PressClothRow, 'pressClothId', body.pressClothId, 'Press cloth')
  await look(SwatchPlanRow, 'planId', body.planId, 'Plan')
  for (const id of body.overSupplyIds ?? []) await look(SupplyRow, 'overSupplyIds', id, 'Layer')
  if (missing.length > 0) throw invalid(missing)
}

const byKey = (workroomId: string, clientKey: string) => SwatchRow.findOne({ where: { workroomId, clientKey }, include: whole })

export async function getSwatch({ workroomId }: Context, id: string): Promise<Swatch> {
  const row = await SwatchRow.findOne({ where: { id, workroomId }, include: whole })
  if (!row) throw notFound('test swatch')
  return toSwatch(row)
}

/** The swatch that bears a key must be the one that is sent: another one under its key is refused, not swallowed. */
function sameSwatch(kept: SwatchRow, sent: Omit<SwatchBody, 'events' | 'readings'>): SwatchRow {
  const what = (t: SwatchRow | typeof sent) => ({
    fabricId: t.fabricId, supplyId: t.supplyId, ironId: t.ironId, pressClothId: t.pressClothId, surface: t.surface, grade: t.grade,
    marks: t.marks,
    pressedAt: new Date(t.pressedAt),
  })
  if (!hasSameContent(what(kept), what(sent)))
    throw taken('clientKey', 'Key: another swatch bears it already. Write this one anew.')
  return kept
}

/** How often a thing was used orders the lists; it is no change of the thing, whose form stays at its version. */
const countUsed = (table: 'fabric' | 'supply', id: string, times = 1) =>
  database().query(`update ${table} set used = used + :times where id = :id`, { type: QueryTypes.UPDATE, replacements: { id, times } })

/** Keeps a judged swatch once, however often it is sent: the same client key answers with the swatch already kept. */
export async function recordSwatch(
  { workroomId }: Context, { events, readings, ...body }: SwatchBody,
): Promise<{ swatch: Swatch, isNew: boolean }> {
  const known = await byKey(workroomId, body.clientKey)
  if (known) return { swatch: toSwatch(sameSwatch(known, body)), isNew: false }
  await checkOwned(workroomId, body)
  let isNew = true
  try {
    await transact(async (transaction) => {
      const row = await SwatchRow.create({ ...body, workroomId, pressedAt: new Date(body.pressedAt) }, { transaction })
      await countUsed('fabric', row.fabricId)
      await countUsed('supply', row.supplyId)
      await SwatchEventRow.bulkCreate(events.map((e, position) => ({ swatchId: row.id, workroomId, position, ...e })), { transaction })
      await SwatchReadingRow.bulkCreate(readings.map(r => ({ swatchId: row.id, workroomId, ...r })), { transaction })
    })
  } catch (error) {
    if (error instanceof ForeignKeyConstraintError)
      throw invalid([{ field: 'fabricId', message: 'Fabric: it is not kept here any more. Choose another.' }])
    if (!(error instanceof UniqueConstraintError)) throw error
    // The same swatch arrived twice at once; the other request has kept it.
    isNew = false
  }
  const row = await byKey(workroomId, body.clientKey)
  if (!row) throw notFound('test swatch')
  return { swatch: toSwatch(isNew ? row : sameSwatch(row, body)), isNew }
}

/**
 * Keeps many swatches at once, each once by its key: what is kept already stays as it is, and one of whose things is not kept here any more
 * is left out.
 */
export async function recordSwatches({ workroomId }: Context, bodies: readonly SwatchBody[]): Promise<void> {
  const idsHere = async (model: typeof FabricRow | typeof SupplyRow | typeof IronRow | typeof PressClothRow, ids: (string | null)[]) => {
    const rows = await (model as typeof FabricRow).findAll({ where: { workroomId, id: ids.filter(id => id !== null) }, attributes: ['id'] })
    return new Set<string | null>([null, ...rows.map(r => r.id)])
  }
  const fabrics = await idsHere(FabricRow, bodies.map(b => b.fabricId)), irons = await idsHere(IronRow, bodies.map(b => b.ironId))
  const supplies = await idsHere(SupplyRow, bodies.flatMap(b => [b.supplyId, ...b.overSupplyIds]))
  const pressCloths = await idsHere(PressClothRow, bodies.map(b => b.pressClothId))
  const whole = bodies.filter(b => fabrics.has(b.fabricId) && irons.has(b.ironId) && pressCloths.has(b.pressClothId)
    && [b.supplyId, ...b.overSupplyIds].every(id => supplies.has(id)))
  try {
    await transact(async () => {
      const there = await SwatchRow.findAll({ where: { workroomId, clientKey: whole.map(b => b.clientKey) }, attributes: ['clientKey'] })
      const known = new Set(there.map(t => t.clientKey))
      const fresh = whole.filter(b => !known.has(b.clientKey)).map(b => ({ ...b, id: crypto.randomUUID() }))
      await SwatchRow.bulkCreate(fresh.map(({ events: _e, readings: _r, ...b }) =>
        ({ ...b, workroomId, pressedAt: new Date(b.pressedAt) })))
      await SwatchEventRow.bulkCreate(fresh.flatMap(b => b.events.map((e, position) => ({ swatchId: b.id, workroomId, position, ...e }))))
      const times = (ids: string[]) => [...new Set(ids)].sort().map(id => [id, ids.filter(other => other === id).length] as const)
      for (const [id, n] of times(fresh.map(b => b.fabricId))) await countUsed('fabric', id, n)
      for (const [id, n] of times(fresh.map(b => b.supplyId))) await countUsed('supply', id, n)
    })
  } catch (error) {
    // Told twice at once: the other request has kept them.
    if (!(error instanceof UniqueConstraintError)) throw error
  }
}

/** A swatch by its id, or by the key it was sent with: what is added to one that waited need not know its id. */
export async function ownedSwatch({ workroomId }: Context, id: string, lock = false): Promise<SwatchRow> {
  const row = await SwatchRow.findOne({ where: { workroomId, [Op.or]: [{ id }, { clientKey: id }] }, ...(lock ? { lock: HELD } : {}) })
  if (!row) throw notFound('test swatch')
  return row
}

/** Adds to a swatch while it is held, so that no two count at once. */
async function addTo<M extends SwatchReadingRow | WashRoundRow>(
  context: Context, id: string, model: ModelStatic<M>, clientKey: string | null, most: number, what: string,
  row: (swatchId: string) => CreationAttributes<M>,
): Promise<Swatch> {
  const { workroomId } = context
  const { id: swatchId } = await ownedSwatch(context, id)
  await addOnce(model, workroomId, clientKey, row(swatchId) as Record<string, unknown>, () => transact(async () => {
    await ownedSwatch(context, swatchId, true)
    if (await (model as ModelStatic<Model>).count({ where: { swatchId, workroomId } }) >= most)
      throw invalid([{ field: 'value', message: `${what}: a swatch keeps ${most} at the most.` }])
    return model.create(row(swatchId))
  }))
  return getSwatch(context, swatchId)
}

export const addReading = (context: Context, id: string, body: ReadingAdded): Promise<Swatch> =>
  addTo(context, id, SwatchReadingRow, body.clientKey, MOST.readings, 'Readings', swatchId => (
    { ...body, swatchId, workroomId: context.workroomId }))

/** Adds a wash round once; the same client key again changes nothing. */
export const addWash = (context: Context, id: string, body: WashBody): Promise<Swatch> =>
  addTo(context, id, WashRoundRow, body.clientKey, MOST.washes, 'Washes', swatchId => (
    { ...body, swatchId, workroomId: context.workroomId, washedAt: new Date(body.washedAt) }))

/** A listed swatch as one row of JSON, in the shape it crosses the wire. */
const LISTED = `
  select json_build_object(
    'id', t.id, 'personId', t.person_id, 'clientKey', t.client_key, 'fabricId', t.fabric_id, 'supplyId', t.supply_id, 'ironId',
      t.iron_id, 'pressClothId',
      t.press_cloth_id,
      'surface', t.surface, 'recipe', t.recipe, 'predicted', t.predicted,
    'grade', t.grade, 'marks', t.marks, 'markWhere', t.mark_where, 'note', t.note, 'pressedAt', to_char(t.pressed_at at time zone 'UTC',
      'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'),
    'fabricLot', t.fabric_lot, 'supplyLot', t.supply_lot, 'overSupplyIds', t.over_supply_ids, 'planId', t.plan_id, 'scrap', t.scrap,
      'doubts', t.doubts,
    'fabricName', c.name, 'supplyName', s.name, 'ironName', i.name, 'pressClothName', v.name,
    'events', coalesce((select json_agg(json_build_object('atS', e.at_s, 'kind', e.kind, 'soleC', e.sole_c) order by e.position)
      from swatch_event e where e.swatch_id = t.id), '[]'),
    'readings', coalesce((select json_agg(json_build_object('kind', r.kind, 'value', r.value) order by r.created_at, r.id)
      from swatch_reading r where r.swatch_id = t.id), '[]'),
    'washes', coalesce((select json_agg(json_build_object('id', w.id, 'clientKey', w.client_key, 'washC', w.wash_c, 'tumble', w.tumble,
      'grade', w.grade, 'marks', w.marks, 'note', w.note,
      'washedAt', to_char(w.washed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')) order by w.washed_at, w.id)
        from wash_round w where w.swatch_id = t.id), '[]'),
    'photos', coalesce((select json_agg(json_build_object('id', f.id, 'stage', f.stage, 'width', f.width, 'height', f.height)
      order by f.created_at, f.id) from swatch_photo f where f.swatch_id = t.id), '[]')) as swatch
  from page t join fabric c on c.id = t.fabric_id join supply s on s.id = t.supply_id join iron i on i.id = t.iron_id left
    join press_cloth v on v.id = t.press_cloth_id
  order by t.pressed_at desc, t.id`

/** A page of swatches, newest first, and how many there are, in one statement served by the swatch's indexes. */
async function pageOf(
  of: 'fabric' | 'pairing', values: Record<string, string>, { page, size, by }: PageQuery & { by?: string },
): Promise<Page<Swatch>> {
  const where = [
    'workroom_id = :workroomId', 'fabric_id = :fabricId', ...of === 'pairing' ? ['supply_id = :supplyId'] : [],
    ...by ? ['person_id = :by'] : [],
  ].join(' and ')
  const [found] = await database().query<{ there: boolean, total: number, rows: Swatch[] | null }>(`
    with page as materialized (select * from swatch where ${where} order by pressed_at desc, id limit :size offset :skip)
    select exists (select 1 from fabric where id = :fabricId and workroom_id = :workroomId and deleted_at is null) as there,
      (select count(*) from swatch where ${where})::int as total, (select json_agg(listed.swatch) from (${LISTED}) listed) as rows`, {
    type: QueryTypes.SELECT, replacements: { ...values, size, skip: (page - 1) * size, ...by ? { by } : {} },
  })
  if (of === 'fabric' && !found?.there) throw notFound('fabric')
  const { workroomId = '' } = values
  const rows = (found?.rows ?? []).flatMap(t =>
    payloadsIn([{ id: t.id, workroomId, name: t.fabricName }], () => t).map(payload => ({ ...t, ...payload })))
  return { rows, total: found?.total ?? 0, page, size }
}

/** Every swatch on a fabric, newest first; of one person alone where it is asked. */
export async function fabricHistory({ workroomId }: Context, fabricId: string, query: PageQuery & { by?: string }): Promise<Page<Swatch>> {
  return pageOf('fabric', { workroomId, fabricId }, query)
}

/** Every swatch of a fabric with a supply, newest first. */
export async function pairingHistory({ workroomId }: Context, fabricId: string, supplyId: string, query: PageQuery): Promise<Page<Swatch>> {
  return pageOf('pairing', { workroomId, fabricId, supplyId }, query)
}
