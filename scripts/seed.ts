/** Lays down the Tidewell workroom if the database is empty; `--reset` clears and lays it down anew. */
import { createHash } from 'node:crypto'
import { RESINS } from '#core/materials'
import { draftRecipe, evaluate } from '#core/recipe'
import { toBench, toRecipePayload } from '#shared/mappers'
import { clothBody, ironBody, rulesSchema, supplyBody, trialBody, type Cloth, type Cover, type Iron, type Supply } from '#shared/schemas'
import { connect } from '../server/db/connection'
import { ClothFibreRow, ClothRow, CoverRow, IronRow, IronStopRow, SupplyRow, TrialEventRow, TrialReadingRow, TrialRow, WashRoundRow, WorkshopRow } from '../server/db/models'
import { DEMO_CLOTHS } from './demo-data/cloths'
import { DEMO_COVERS, DEMO_IRONS, DEMO_SUPPLIES } from './demo-data/shelf'
import { DEMO_TRIALS } from './demo-data/trials'

/** The same thing gets the same id every time, so that links into the demo keep working. */
function idOf(name: string): string {
  const h = createHash('sha256').update(`tidewell ${name}`).digest('hex')
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-a${h.slice(17, 20)}-${h.slice(20, 32)}`
}

const sequelize = connect()
const workshopId = idOf('workroom')
const reset = process.argv.includes('--reset')

await sequelize.transaction(async (transaction) => {
  if (reset) await sequelize.query('truncate trial_photo, wash_round, trial_reading, swatch_plan, piece, place, calibration, stock_movement, trim_run, corner_step, settle_pass, measurement, workshop, cloth, cloth_fibre, supply, iron, iron_stop, cover, trial, trial_event', { transaction })
  else if (await WorkshopRow.count({ transaction })) return

  await WorkshopRow.create({ id: workshopId, name: 'Tidewell workroom', units: { length: 'mm', temperature: '°C', arealMass: 'g/m²' }, rules: rulesSchema.parse({ blend: 'proportional' }) }, { transaction })

  const cloths = new Map<string, Cloth>()
  for (const demo of DEMO_CLOTHS) {
    const { fibres, ...body } = clothBody.parse({ mayGetWet: true, nap: 'none', ...demo })
    const id = idOf(demo.code)
    await ClothRow.create({ id, workshopId, ...body }, { transaction })
    await ClothFibreRow.bulkCreate(fibres.map((f, position) => ({ clothId: id, workshopId, position, ...f })), { transaction })
    cloths.set(demo.code, { id, fibres, ...body, version: 0, updatedAt: '', trials: 0, cornerC: null, swatches: [] })
  }
  const supplies = new Map<string, Supply>()
  for (const demo of DEMO_SUPPLIES) {
    const body = supplyBody.parse(demo)
    const id = idOf(demo.code)
    await SupplyRow.create({ id, workshopId, ...body }, { transaction })
    supplies.set(demo.code, { id, ...body, version: 0, updatedAt: '', used: 0 })
  }
  const irons = new Map<string, Iron>()
  for (const { key, ...demo } of DEMO_IRONS) {
    const { stops, ...body } = ironBody.parse(demo)
    const id = idOf(key)
    await IronRow.create({ id, workshopId, ...body }, { transaction })
    await IronStopRow.bulkCreate(stops.map((s, position) => ({ ironId: id, workshopId, position, ...s })), { transaction })
    irons.set(key, { id, stops, ...body, version: 0, updatedAt: '' })
  }
  const covers = new Map<string, Cover>()
  for (const demo of DEMO_COVERS) {
    const cover = { id: idOf(`cover ${demo.kind}`), ...demo, version: 0 }
    await CoverRow.create({ ...cover, workshopId }, { transaction })
    covers.set(demo.kind, cover)
  }

  for (const demo of DEMO_TRIALS) {
    const cloth = cloths.get(demo.cloth)!, supply = supplies.get(demo.supply)!, iron = irons.get(demo.iron)!
    const cover = demo.cover ? covers.get(demo.cover)! : null
    const bed = demo.bed ?? 'padded'
    const bench = toBench(cloth, supply, iron, cover, bed, 'proportional')
    const recipe = { ...draftRecipe(bench, demo.method, iron.stops[demo.stop]!, demo.firstSide, demo.passes, 'weight'), holdS: demo.holdS, coolS: 30 }
    const outcome = evaluate(bench, recipe)
    const body = trialBody.parse({
      clientKey: idOf(`trial ${demo.cloth} ${demo.supply} ${demo.method} ${demo.holdS}`),
      clothId: cloth.id, supplyId: supply.id, ironId: iron.id, coverId: cover?.id ?? null, bed,
      recipe: toRecipePayload(recipe),
      predicted: { bond: outcome.bond.final, harm: outcome.harm, peakC: outcome.bond.peakC, windowC: RESINS[supply.resin!].windowC, worst: outcome.harm >= 0.5 ? outcome.flags[0]!.kind : null },
      events: [{ atS: 0, kind: 'down' }, { atS: demo.holdS, kind: 'lift' }, { atS: demo.holdS, kind: 'cool' }, { atS: demo.holdS + 30, kind: 'done' }],
      grade: demo.grade, marks: demo.marks, note: demo.note, readings: demo.readings ?? [], clothLot: cloth.lot, supplyLot: supply.lot,
      pressedAt: new Date(Date.now() - demo.daysAgo * 86_400_000).toISOString(),
    })
    const { events, readings, ...rest } = body
    const row = await TrialRow.create({ ...rest, workshopId, pressedAt: new Date(rest.pressedAt) }, { transaction })
    await ClothRow.increment('used', { where: { id: cloth.id }, transaction })
    await SupplyRow.increment('used', { where: { id: supply.id }, transaction })
    await TrialEventRow.bulkCreate(events.map((e, position) => ({ trialId: row.id, workshopId, position, ...e })), { transaction })
    await TrialReadingRow.bulkCreate(readings.map(r => ({ ...r, trialId: row.id, workshopId })), { transaction })
    await WashRoundRow.bulkCreate((demo.washes ?? []).map((grade, i) => ({
      trialId: row.id, workshopId, clientKey: idOf(`wash ${body.clientKey} ${i}`), washC: 40, tumble: 'no' as const, grade, marks: [], note: '', washedAt: new Date(new Date(body.pressedAt).getTime() + (i + 1) * 7 * 86_400_000),
    })), { transaction })
  }
})
await sequelize.close()
