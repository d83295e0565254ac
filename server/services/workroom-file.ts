import { ForeignKeyConstraintError, UniqueConstraintError } from 'sequelize'
import { clothFields, coverSchema, ironFields, predictedSchema, recipeSchema, rulesSchema, supplyFields, trialBody, unitsSchema, workroomFile, type WorkroomFile } from '#shared/schemas'
import { database } from '../db/connection'
import { CalibrationRow, ClothFibreRow, ClothRow, CornerStepRow, CoverRow, IronRow, IronStopRow, MeasurementRow, PieceRow, PlaceRow, SettlePassRow, StockMovementRow, SupplyRow, SwatchPlanRow, TrialEventRow, TrialPhotoRow, TrialReadingRow, TrialRow, TrimRunRow, WashRoundRow, WorkshopRow } from '../db/models'
import { invalid } from '../utils/problem'
import { takeBack } from './photos'
import { currentWorkshop } from './workshop'

const grouped = <T, K>(rows: T[], key: (row: T) => K): Map<K, T[]> => {
  const map = new Map<K, T[]>()
  for (const row of rows) map.set(key(row), [...map.get(key(row)) ?? [], row])
  return map
}
const iso = <T extends { createdAt: Date, get: (o: { plain: true }) => object }>(row: T) => ({ ...row.get({ plain: true }), createdAt: row.createdAt.toISOString() })

/** The whole workroom as one file; reading it back gives the same file. */
export async function exportWorkroom(): Promise<WorkroomFile> {
  const { id: workshopId, name, units, rules } = await currentWorkshop()
  const mine = { where: { workshopId } }
  const ordered = (...by: string[]) => ({ ...mine, order: by.map(b => [b, 'ASC'] as [string, string]) })
  const [cloths, fibres, measurements, settle, corners, supplies, irons, stops, covers, trials, events, movements, runs, calibrations, places, pieces, plans, readings, washes, photos] = await Promise.all([
    ClothRow.findAll(ordered('code')), ClothFibreRow.findAll(ordered('position')), MeasurementRow.findAll(ordered('createdAt', 'id')), SettlePassRow.findAll(ordered('createdAt', 'id')), CornerStepRow.findAll(ordered('createdAt', 'id')),
    SupplyRow.findAll(ordered('code')), IronRow.findAll(ordered('name', 'id')), IronStopRow.findAll(ordered('position')), CoverRow.findAll(ordered('name', 'id')), TrialRow.findAll(ordered('pressedAt', 'clientKey')), TrialEventRow.findAll(ordered('position')),
    StockMovementRow.findAll(ordered('createdAt', 'id')), TrimRunRow.findAll(ordered('createdAt', 'id')), CalibrationRow.findAll(ordered('createdAt', 'id')),
    PlaceRow.findAll(ordered('name')), PieceRow.findAll(ordered('place', 'position')), SwatchPlanRow.findAll(ordered('createdAt', 'id')),
    TrialReadingRow.findAll(ordered('createdAt', 'id')), WashRoundRow.findAll(ordered('washedAt', 'id')), TrialPhotoRow.findAll(ordered('createdAt', 'id')),
  ])
  const fibresOf = grouped(fibres, f => f.clothId), measuredOf = grouped(measurements, m => m.clothId), settleOf = grouped(settle, s => s.clothId), cornersOf = grouped(corners, c => c.clothId)
  const readingsOf = grouped(readings, r => r.trialId), washesOf = grouped(washes, w => w.trialId), photosOf = grouped(photos, f => f.trialId)
  const piecesOf = grouped(pieces, p => p.clothId)
  const stopsOf = grouped(stops, s => s.ironId), eventsOf = grouped(events, e => e.trialId)
  const movesOf = grouped(movements, m => m.supplyId), runsOf = grouped(runs, r => r.supplyId), calibratedOf = grouped(calibrations, c => c.ironId)
  return workroomFile.parse({
    format: 'ready-cuff-workroom', version: 2, workshop: { name, units: unitsSchema.parse(units), rules: rulesSchema.parse(rules) },
    cloths: cloths.map(c => ({
      id: c.id, ...clothFields.parse({ ...c.get({ plain: true }), fibres: (fibresOf.get(c.id) ?? []).map(f => ({ fibre: f.fibre, sharePct: f.sharePct })) }),
      measurements: (measuredOf.get(c.id) ?? []).map(iso), settle: (settleOf.get(c.id) ?? []).map(iso), corners: (cornersOf.get(c.id) ?? []).map(iso), pieces: (piecesOf.get(c.id) ?? []).map(p => p.get({ plain: true })),
    })),
    supplies: supplies.map(s => ({ id: s.id, ...supplyFields.parse(s.get({ plain: true })), movements: (movesOf.get(s.id) ?? []).map(iso), runs: (runsOf.get(s.id) ?? []).map(iso) })),
    irons: irons.map(i => ({ id: i.id, ...ironFields.parse({ ...i.get({ plain: true }), stops: (stopsOf.get(i.id) ?? []).map(s => s.get({ plain: true })) }), calibrations: (calibratedOf.get(i.id) ?? []).map(iso) })),
    covers: covers.map(c => coverSchema.omit({ version: true }).parse(c.get({ plain: true }))),
    places: places.map(p => p.get({ plain: true })),
    plans: plans.map(iso),
    trials: trials.map(t => ({
      ...trialBody.parse({
        ...t.get({ plain: true }), recipe: recipeSchema.parse(t.recipe), predicted: predictedSchema.parse(t.predicted), pressedAt: t.pressedAt.toISOString(),
        events: (eventsOf.get(t.id) ?? []).map(e => ({ atS: e.atS, kind: e.kind })), readings: (readingsOf.get(t.id) ?? []).map(r => ({ kind: r.kind, value: r.value })),
      }),
      washes: (washesOf.get(t.id) ?? []).map(w => ({ ...w.get({ plain: true }), washedAt: w.washedAt.toISOString() })),
      photos: (photosOf.get(t.id) ?? []).map(f => ({ stage: f.stage, width: f.width, height: f.height, jpegBase64: f.jpeg.toString('base64') })),
    })),
  })
}

/** Pieces numbered anew within each place. */
function placed<T extends { place: string }>(pieces: T[]): (T & { position: number })[] {
  const next = new Map<string, number>()
  return pieces.map((p) => {
    const position = next.get(p.place) ?? 0
    next.set(p.place, position + 1)
    return { ...p, position }
  })
}

/** A file that points at what is not in it, or names a thing twice, is refused whole. */
async function wholeOrNothing(write: () => Promise<void>): Promise<void> {
  try {
    await write()
  } catch (error) {
    if (error instanceof ForeignKeyConstraintError) throw invalid([{ field: 'trials', message: 'File: a swatch in it belongs to a cloth, supply, iron or cover that is not in it. Nothing was changed.' }])
    if (error instanceof UniqueConstraintError) throw invalid([{ field: 'cloths', message: 'File: the same code or key stands in it twice. Nothing was changed.' }])
    throw error
  }
}

/** Puts a file in place of everything kept, in one transaction: either all of it stands afterwards, or nothing changed. */
export async function importWorkroom(file: WorkroomFile): Promise<{ cloths: number, supplies: number, trials: number }> {
  const { id: workshopId } = await currentWorkshop()
  const owned = { workshopId }
  await wholeOrNothing(() => database().transaction(async (transaction) => {
    for (const table of ['calibration', 'stock_movement', 'trim_run', 'corner_step', 'settle_pass', 'measurement', 'trial', 'swatch_plan', 'piece', 'place', 'cover', 'iron', 'supply', 'cloth']) {
      await database().query(`delete from ${table} where workshop_id = :workshopId`, { replacements: { workshopId }, transaction })
    }
    const row = await WorkshopRow.findByPk(workshopId, { transaction, lock: true })
    await row!.update(file.workshop, { transaction })
    const used = (id: string, of: (t: WorkroomFile['trials'][number]) => string) => file.trials.filter(t => of(t) === id).length
    await ClothRow.bulkCreate(file.cloths.map(({ fibres: _f, measurements: _m, settle: _s, corners: _c, pieces: _p, ...c }) => ({ ...c, ...owned, used: used(c.id, t => t.clothId) })), { transaction })
    await ClothFibreRow.bulkCreate(file.cloths.flatMap(c => c.fibres.map((f, position) => ({ clothId: c.id, position, ...f, ...owned }))), { transaction })
    const of = <T extends { createdAt: string }, O extends object>(rows: T[], owner: O) => rows.map(r => ({ ...r, ...owner, ...owned, createdAt: new Date(r.createdAt) }))
    await MeasurementRow.bulkCreate(file.cloths.flatMap(c => of(c.measurements, { clothId: c.id })), { transaction })
    await SettlePassRow.bulkCreate(file.cloths.flatMap(c => of(c.settle, { clothId: c.id })), { transaction })
    await CornerStepRow.bulkCreate(file.cloths.flatMap(c => of(c.corners, { clothId: c.id })), { transaction })
    await PieceRow.bulkCreate(file.cloths.flatMap(c => placed(c.pieces).map(p => ({ ...p, clothId: c.id, ...owned }))), { transaction })
    await PlaceRow.bulkCreate(file.places.map(p => ({ ...p, ...owned })), { transaction })
    await SupplyRow.bulkCreate(file.supplies.map(({ movements: _m, runs: _r, ...s }) => ({ ...s, ...owned, used: used(s.id, t => t.supplyId) })), { transaction })
    await IronRow.bulkCreate(file.irons.map(({ stops: _s, calibrations: _c, ...i }) => ({ ...i, ...owned })), { transaction })
    await IronStopRow.bulkCreate(file.irons.flatMap(i => i.stops.map((s, position) => ({ ironId: i.id, position, ...s, ...owned }))), { transaction })
    await StockMovementRow.bulkCreate(file.supplies.flatMap(s => of(s.movements, { supplyId: s.id })), { transaction })
    await TrimRunRow.bulkCreate(file.supplies.flatMap(s => of(s.runs, { supplyId: s.id })), { transaction })
    await CalibrationRow.bulkCreate(file.irons.flatMap(i => of(i.calibrations, { ironId: i.id })), { transaction })
    await CoverRow.bulkCreate(file.covers.map(c => ({ ...c, ...owned })), { transaction })
    await SwatchPlanRow.bulkCreate(file.plans.map(p => ({ ...p, ...owned, createdAt: new Date(p.createdAt) })), { transaction })
    const trials = await TrialRow.bulkCreate(file.trials.map(({ events: _e, readings: _r, washes: _w, photos: _p, ...t }) => ({ ...t, ...owned, pressedAt: new Date(t.pressedAt) })), { transaction })
    await TrialEventRow.bulkCreate(trials.flatMap((t, i) => file.trials[i]!.events.map((e, position) => ({ trialId: t.id, position, ...e, ...owned }))), { transaction })
    const ofTrial = <T extends object>(of: (t: WorkroomFile['trials'][number]) => T[]) => trials.flatMap((t, i) => of(file.trials[i]!).map((x, k) => ({ ...x, trialId: t.id, ...owned, createdAt: new Date(t.pressedAt.getTime() + k) })))
    await TrialReadingRow.bulkCreate(ofTrial(t => t.readings), { transaction })
    await WashRoundRow.bulkCreate(ofTrial(t => t.washes.map(w => ({ ...w, washedAt: new Date(w.washedAt) }))), { transaction })
    const pictures = await Promise.all(file.trials.map(t => Promise.all(t.photos.map(async f => ({ stage: f.stage, ...await takeBack(Buffer.from(f.jpegBase64, 'base64')) })))))
    await TrialPhotoRow.bulkCreate(trials.flatMap((t, i) => pictures[i]!.map((f, k) => ({ ...f, trialId: t.id, ...owned, createdAt: new Date(t.pressedAt.getTime() + k) }))), { transaction })
  }))
  return { cloths: file.cloths.length, supplies: file.supplies.length, trials: file.trials.length }
}
