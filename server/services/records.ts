import { bendingLengthMm } from '#core/hand'
import { givePctFrom, massGsmFrom, spreadOf, thicknessMmFrom } from '#core/measure'
import type { Model, ModelStatic } from 'sequelize'
import {
  MOST, type ClothRecords,
  type CornerStepBody, type MeasurementBody, type SettlePassBody, type StockMovementBody, type SupplyRecords, type TrimRunBody,
} from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { ClothRow, CornerStepRow, MeasurementRow, SettlePassRow, StockMovementRow, SupplyRow, TrimRunRow } from '../db/models'
import { invalid, notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { plain } from './plain'

async function ownedCloth({ workshopId }: Context, id: string, lock = false): Promise<ClothRow> {
  const cloth = await ClothRow.findOne({ where: { id, workshopId }, ...(lock ? { lock: HELD } : {}) })
  if (!cloth) throw notFound('fabric')
  return cloth
}

/** Does work on a cloth while it is held, so that no two count or average at once. */
const withCloth = <T>(context: Context, id: string, work: (cloth: ClothRow) => Promise<T>): Promise<T> =>
  transact(async () => work(await ownedCloth(context, id, true)))

/** @throws ProblemError 422 where there are as many of a thing as are kept */
async function roomFor(model: ModelStatic<Model>, of: Record<string, string>, most: number, field: string, what: string): Promise<void> {
  if (await model.count({ where: of }) >= most) throw invalid([{ field, message: `${what}: ${most} are kept at the most.` }])
}

export async function clothRecords(context: Context, clothId: string): Promise<ClothRecords> {
  await ownedCloth(context, clothId)
  const where = { where: { clothId }, order: [['createdAt', 'ASC']] as [string, string][] }
  const [measurements, settle, corners] = await Promise.all([
    MeasurementRow.findAll(where), SettlePassRow.findAll(where), CornerStepRow.findAll(where),
  ])
  return { measurements: measurements.map(m => plain(m)), settle: settle.map(s => plain(s)), corners: corners.map(c => plain(c)) }
}

/** A reading in the field it belongs to, or the sentence that says why not. */
function valueOf({ kind, a, b, c }: MeasurementBody): number {
  try {
    switch (kind) {
      case 'mass': return massGsmFrom(a, b, c ?? Number.NaN)
      case 'thickness': return thicknessMmFrom(a, b)
      case 'bending': return bendingLengthMm(a, b)
      default: return givePctFrom(a, b)
    }
  } catch (error) {
    if (error instanceof RangeError) throw invalid([{ field: 'a', message: error.message }])
    throw error
  }
}

const FIELD = {
  mass: 'massGsm', thickness: 'thicknessMm', giveAlong: 'giveAlongPct', giveAcross: 'giveAcrossPct', bending: 'bendingAlongMm',
} as const

/** Keeps a reading and puts the mean of its kind on the cloth, marked as measured. */
export async function addMeasurement(context: Context, clothId: string, body: MeasurementBody): Promise<ClothRecords> {
  const { workshopId } = context
  const value = valueOf(body)
  await withCloth(context, clothId, async (cloth) => {
    await roomFor(MeasurementRow, { clothId }, MOST.measurements, 'a', 'Readings of a fabric')
    await MeasurementRow.create({ ...body, value, clothId, workshopId })
    const all = await MeasurementRow.findAll({ where: { clothId, kind: body.kind } })
    const mean = spreadOf(all.map(m => m.value)).mean
    const rounded = Math.round(mean * 1000) / 1000
    try {
      await cloth.update({
        [FIELD[body.kind]]: rounded,
        ...(body.kind === 'mass' ? { massOrigin: 'measured' } : body.kind === 'thickness' ? { thicknessOrigin: 'measured' } : {}),
      })
    } catch (error) {
      if ((error as Error).message.includes('check constraint'))
        throw invalid([{ field: 'a', message: `That makes ${rounded}, which no fabric is. Look at the readings and their units again.` }])
      throw error
    }
  })
  return clothRecords(context, clothId)
}

export async function addSettlePass(context: Context, clothId: string, body: SettlePassBody): Promise<ClothRecords> {
  await withCloth(context, clothId, async ({ workshopId }) => {
    await roomFor(SettlePassRow, { clothId }, MOST.settlePasses, 'heatC', 'Preshrinking passes')
    await SettlePassRow.create({ ...body, clothId, workshopId })
  })
  return clothRecords(context, clothId)
}

export async function addCornerStep(context: Context, clothId: string, body: CornerStepBody): Promise<ClothRecords> {
  await withCloth(context, clothId, async ({ workshopId }) => {
    await roomFor(CornerStepRow, { clothId }, MOST.cornerSteps, 'soleC', 'Corner steps')
    await CornerStepRow.create({ ...body, clothId, workshopId })
  })
  return clothRecords(context, clothId)
}

async function ownedSupply({ workshopId }: Context, id: string, lock = false): Promise<SupplyRow> {
  const supply = await SupplyRow.findOne({ where: { id, workshopId }, ...(lock ? { lock: HELD } : {}) })
  if (!supply) throw notFound('supply')
  return supply
}
const withSupply = <T>(context: Context, id: string, work: (supply: SupplyRow) => Promise<T>): Promise<T> =>
  transact(async () => work(await ownedSupply(context, id, true)))

export async function supplyRecords(context: Context, supplyId: string): Promise<SupplyRecords> {
  await ownedSupply(context, supplyId)
  const [movements, runs] = await Promise.all([
    StockMovementRow.findAll({ where: { supplyId }, order: [['createdAt', 'DESC']], limit: 100 }),
    TrimRunRow.findAll({ where: { supplyId }, order: [['fromM', 'ASC']] }),
  ])
  return { movements: movements.map(m => plain(m)), runs: runs.map(r => plain(r)) }
}

/** Moves stock; what is not there cannot be used. */
export async function moveStock(context: Context, supplyId: string, body: StockMovementBody): Promise<SupplyRecords> {
  await withSupply(context, supplyId, async (supply) => {
    const left = supply.stockM + body.metres
    if (left < 0) throw invalid([{ field: 'metres', message: `Metres: only ${supply.stockM} m are on the shelf.` }])
    // What is over the limit already may still be taken down.
    if (left > MOST.stockM && body.metres > 0)
      throw invalid([{ field: 'metres', message: `Metres: a shelf holds ${MOST.stockM} m of one supply at the most.` }])
    await StockMovementRow.create({ ...body, supplyId, workshopId: supply.workshopId })
    await supply.update({ stockM: left })
  })
  return supplyRecords(context, supplyId)
}

export async function addTrimRun(context: Context, supplyId: string, body: TrimRunBody): Promise<SupplyRecords> {
  await withSupply(context, supplyId, async ({ workshopId }) => {
    await roomFor(TrimRunRow, { supplyId }, MOST.trimRuns, 'fromM', 'Preshrunk runs')
    await TrimRunRow.create({ ...body, supplyId, workshopId })
  })
  return supplyRecords(context, supplyId)
}
