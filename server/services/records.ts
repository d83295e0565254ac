import { bendingLengthMm } from '#core/hand'
import { givePctFrom, massGsmFrom, spreadOf, thicknessMmFrom } from '#core/measure'
import type {
  ClothRecords, CornerStepBody, MeasurementBody, SettlePassBody, StockMovementBody, SupplyRecords, TrimRunBody,
} from '#shared/schemas'
import { database } from '../db/connection'
import { ClothRow, CornerStepRow, MeasurementRow, SettlePassRow, StockMovementRow, SupplyRow, TrimRunRow } from '../db/models'
import { invalid, notFound } from '../utils/problem'
import type { Context } from '../utils/context'
import { plain } from './plain'

async function ownedCloth({ workshopId }: Context, id: string): Promise<{ cloth: ClothRow, workshopId: string }> {
  const cloth = await ClothRow.findOne({ where: { id, workshopId } })
  if (!cloth) throw notFound('cloth')
  return { cloth, workshopId }
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
  const { workshopId } = await ownedCloth(context, clothId)
  const value = valueOf(body)
  await database().transaction(async (transaction) => {
    await MeasurementRow.create({ ...body, value, clothId, workshopId }, { transaction })
    const all = await MeasurementRow.findAll({ where: { clothId, kind: body.kind }, transaction })
    const mean = spreadOf(all.map(m => m.value)).mean
    const cloth = await ClothRow.findByPk(clothId, { transaction, lock: true })
    const rounded = Math.round(mean * 1000) / 1000
    try {
      await cloth!.update(
        {
          [FIELD[body.kind]]: rounded,
          ...(body.kind === 'mass' ? { massOrigin: 'measured' } : body.kind === 'thickness' ? { thicknessOrigin: 'measured' } : {}),
        },
        { transaction },
      )
    } catch (error) {
      if ((error as Error).message.includes('check constraint'))
        throw invalid([{ field: 'a', message: `That makes ${rounded}, which no cloth is. Look at the readings and their units again.` }])
      throw error
    }
  })
  return clothRecords(context, clothId)
}

export async function addSettlePass(context: Context, clothId: string, body: SettlePassBody): Promise<ClothRecords> {
  const { workshopId } = await ownedCloth(context, clothId)
  await SettlePassRow.create({ ...body, clothId, workshopId })
  return clothRecords(context, clothId)
}

export async function addCornerStep(context: Context, clothId: string, body: CornerStepBody): Promise<ClothRecords> {
  const { workshopId } = await ownedCloth(context, clothId)
  await CornerStepRow.create({ ...body, clothId, workshopId })
  return clothRecords(context, clothId)
}

async function ownedSupply({ workshopId }: Context, id: string): Promise<{ supply: SupplyRow, workshopId: string }> {
  const supply = await SupplyRow.findOne({ where: { id, workshopId } })
  if (!supply) throw notFound('supply')
  return { supply, workshopId }
}

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
  const { workshopId } = await ownedSupply(context, supplyId)
  await database().transaction(async (transaction) => {
    const supply = await SupplyRow.findByPk(supplyId, { transaction, lock: true })
    const left = supply!.stockM + body.metres
    if (left < 0) throw invalid([{ field: 'metres', message: `Metres: only ${supply!.stockM} m are on the shelf.` }])
    await StockMovementRow.create({ ...body, supplyId, workshopId }, { transaction })
    await supply!.update({ stockM: left }, { transaction })
  })
  return supplyRecords(context, supplyId)
}

export async function addTrimRun(context: Context, supplyId: string, body: TrimRunBody): Promise<SupplyRecords> {
  const { workshopId } = await ownedSupply(context, supplyId)
  await TrimRunRow.create({ ...body, supplyId, workshopId })
  return supplyRecords(context, supplyId)
}
