import { bendingLengthMm } from '#core/stiffness'
import { givePctFrom, massGsmFrom, spreadOf, thicknessMmFrom } from '#core/measure'
import type { Model, ModelStatic } from 'sequelize'
import {
  MOST, type FabricRecords,
  type CornerStepBody, type MeasurementBody, type PreshrinkPassBody, type StockMovementBody, type SupplyRecords, type TrimRunBody,
} from '#shared/schemas'
import { HELD, transact } from '../db/transaction'
import { FabricRow, CornerStepRow, MeasurementRow, PreshrinkPassRow, StockMovementRow, SupplyRow, TrimRunRow } from '../db/models'
import { invalid, notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { plainRow } from './sql/plainRow'

/** The fabric, if it is kept here. @throws ProblemError where it is not */
export async function ownedFabric({ workroomId }: Context, id: string, lock = false): Promise<FabricRow> {
  const fabric = await FabricRow.findOne({ where: { id, workroomId }, ...(lock ? { lock: HELD } : {}) })
  if (!fabric) throw notFound('fabric')
  return fabric
}

/** Does work on a fabric while it is held, so that no two count or average at once. */
const withFabric = <T>(context: Context, id: string, work: (fabric: FabricRow) => Promise<T>): Promise<T> =>
  transact(async () => work(await ownedFabric(context, id, true)))

/** @throws ProblemError 422 where there are as many of a thing as are kept */
async function roomFor(model: ModelStatic<Model>, of: Record<string, string>, most: number, field: string, what: string): Promise<void> {
  if (await model.count({ where: of }) >= most) throw invalid([{ field, message: `${what}: ${most} are kept at the most.` }])
}

export async function fabricRecords(context: Context, fabricId: string): Promise<FabricRecords> {
  await ownedFabric(context, fabricId)
  const where = { where: { fabricId }, order: [['createdAt', 'ASC']] as [string, string][] }
  const [measurements, preshrinkPasses, corners] = await Promise.all([
    MeasurementRow.findAll(where), PreshrinkPassRow.findAll(where), CornerStepRow.findAll(where),
  ])
  return { measurements: measurements.map(m => plainRow(m)), preshrinkPasses: preshrinkPasses.map(s => plainRow(s)),
    corners: corners.map(c => plainRow(c)) }
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

/** Keeps a reading and puts the mean of its kind on the fabric, marked as measured. */
export async function addMeasurement(context: Context, fabricId: string, body: MeasurementBody): Promise<FabricRecords> {
  const { workroomId } = context
  const value = valueOf(body)
  await withFabric(context, fabricId, async (fabric) => {
    await roomFor(MeasurementRow, { fabricId }, MOST.measurements, 'a', 'Readings of a fabric')
    await MeasurementRow.create({ ...body, value, fabricId, workroomId })
    const all = await MeasurementRow.findAll({ where: { fabricId, kind: body.kind } })
    const mean = spreadOf(all.map(m => m.value)).mean
    const rounded = Math.round(mean * 1000) / 1000
    try {
      await fabric.update({
        [FIELD[body.kind]]: rounded,
        ...(body.kind === 'mass' ? { massOrigin: 'measured' } : body.kind === 'thickness' ? { thicknessOrigin: 'measured' } : {}),
      })
    } catch (error) {
      if ((error as Error).message.includes('check constraint'))
        throw invalid([{ field: 'a', message: `That makes ${rounded}, which no fabric is. Look at the readings and their units again.` }])
      throw error
    }
  })
  return fabricRecords(context, fabricId)
}

export async function addPreshrinkPass(context: Context, fabricId: string, body: PreshrinkPassBody): Promise<FabricRecords> {
  await withFabric(context, fabricId, async ({ workroomId }) => {
    await roomFor(PreshrinkPassRow, { fabricId }, MOST.preshrinkPasses, 'heatC', 'Preshrinking passes')
    await PreshrinkPassRow.create({ ...body, fabricId, workroomId })
  })
  return fabricRecords(context, fabricId)
}

export async function addCornerStep(context: Context, fabricId: string, body: CornerStepBody): Promise<FabricRecords> {
  await withFabric(context, fabricId, async ({ workroomId }) => {
    await roomFor(CornerStepRow, { fabricId }, MOST.cornerSteps, 'soleC', 'Corner steps')
    await CornerStepRow.create({ ...body, fabricId, workroomId })
  })
  return fabricRecords(context, fabricId)
}

async function ownedSupply({ workroomId }: Context, id: string, lock = false): Promise<SupplyRow> {
  const supply = await SupplyRow.findOne({ where: { id, workroomId }, ...(lock ? { lock: HELD } : {}) })
  if (!supply) throw notFound('supply')
  return supply
}
const withSupply = <T>(context: Context, id: string, work: (supply: SupplyRow) => Promise<T>): Promise<T> =>
  transact(async () => work(await ownedSupply(context, id, true)))

export async function supplyRecords(context: Context, supplyId: string): Promise<SupplyRecords> {
  await ownedSupply(context, supplyId)
  const [movements, trimRuns] = await Promise.all([
    StockMovementRow.findAll({ where: { supplyId }, order: [['createdAt', 'DESC']], limit: 100 }),
    TrimRunRow.findAll({ where: { supplyId }, order: [['fromM', 'ASC']] }),
  ])
  return { movements: movements.map(m => plainRow(m)), trimRuns: trimRuns.map(r => plainRow(r)) }
}

/** Moves stock; what is not there cannot be used. */
export async function moveStock(context: Context, supplyId: string, body: StockMovementBody): Promise<SupplyRecords> {
  await withSupply(context, supplyId, async (supply) => {
    const left = supply.stockM + body.metres
    if (left < 0) throw invalid([{ field: 'metres', message: `Length: only ${supply.stockM} m in stock.` }])
    // What is over the limit already may still be taken down.
    if (left > MOST.stockM && body.metres > 0)
      throw invalid([{ field: 'metres', message: `Length: a shelf holds ${MOST.stockM} m of one supply at the most.` }])
    await StockMovementRow.create({ ...body, supplyId, workroomId: supply.workroomId })
    await supply.update({ stockM: left })
  })
  return supplyRecords(context, supplyId)
}

export async function addTrimRun(context: Context, supplyId: string, body: TrimRunBody): Promise<SupplyRecords> {
  await withSupply(context, supplyId, async ({ workroomId }) => {
    await roomFor(TrimRunRow, { supplyId }, MOST.trimRuns, 'fromM', 'Preshrunk runs')
    await TrimRunRow.create({ ...body, supplyId, workroomId })
  })
  return supplyRecords(context, supplyId)
}
