import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'

/** Readings, passes and steps: written once, never changed. */
export class MeasurementRow extends Model<InferAttributes<MeasurementRow>, InferCreationAttributes<MeasurementRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare fabricId: string
  declare kind: 'mass' | 'thickness' | 'giveAlong' | 'giveAcross' | 'bending'
  declare value: number
  declare a: number
  declare b: number
  declare c: number | null
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class PreshrinkPassRow extends Model<InferAttributes<PreshrinkPassRow>, InferCreationAttributes<PreshrinkPassRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare fabricId: string
  declare kind: 'press' | 'wash'
  declare heatC: number
  declare alongBeforeMm: number
  declare alongAfterMm: number
  declare acrossBeforeMm: number
  declare acrossAfterMm: number
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class CornerStepRow extends Model<InferAttributes<CornerStepRow>, InferCreationAttributes<CornerStepRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare fabricId: string
  declare soleC: number
  declare heldS: number
  declare seen: 'nothing' | 'shine' | 'colour' | 'shrink' | 'stick' | 'smell'
  declare note: string
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class TrimRunRow extends Model<InferAttributes<TrimRunRow>, InferCreationAttributes<TrimRunRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare supplyId: string
  declare fromM: number
  declare toM: number
  declare heatC: number
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class StockMovementRow extends Model<InferAttributes<StockMovementRow>, InferCreationAttributes<StockMovementRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare supplyId: string
  declare metres: number
  declare reason: 'bought' | 'used' | 'offcut' | 'counted'
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class CalibrationRow extends Model<InferAttributes<CalibrationRow>, InferCreationAttributes<CalibrationRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare ironId: string
  declare position: number
  declare meanC: number
  declare meanPmC: number
  declare swingC: number
  declare swingPmC: number
  declare periodS: number
  declare settledAfterS: number
  declare noiseC: number
  declare readings: number
  declare source: 'probe' | 'typed' | 'csv'
  declare clientKey: CreationOptional<string | null>
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}

const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 }
const common = { id, workroomId: DataTypes.UUID, personId: DataTypes.UUID, createdAt: DataTypes.DATE }
const number = (field: string) => ({ type: DataTypes.DOUBLE, field })

export function initRecords(sequelize: Sequelize): void {
  const table = (tableName: string) => ({ sequelize, tableName, updatedAt: false as const })
  MeasurementRow.init(
    {
      ...common, fabricId: DataTypes.UUID, kind: DataTypes.TEXT, value: DataTypes.DOUBLE, a: DataTypes.DOUBLE, b: DataTypes.DOUBLE,
      c: DataTypes.DOUBLE,
    },
    table('measurement'),
  )
  PreshrinkPassRow.init(
    {
      ...common, fabricId: DataTypes.UUID, kind: DataTypes.TEXT, heatC: number('heat_c'), alongBeforeMm: number('along_before_mm'),
      alongAfterMm: number('along_after_mm'), acrossBeforeMm: number('across_before_mm'), acrossAfterMm: number('across_after_mm'),
    },
    table('preshrink_pass'),
  )
  CornerStepRow.init(
    { ...common, fabricId: DataTypes.UUID, soleC: number('sole_c'), heldS: number('held_s'), seen: DataTypes.TEXT, note: DataTypes.TEXT },
    table('corner_step'),
  )
  TrimRunRow.init(
    { ...common, supplyId: DataTypes.UUID, fromM: number('from_m'), toM: number('to_m'), heatC: number('heat_c') }, table('trim_run'),
  )
  StockMovementRow.init({ ...common, supplyId: DataTypes.UUID, metres: DataTypes.DOUBLE, reason: DataTypes.TEXT }, table('stock_movement'))
  CalibrationRow.init(
    {
      ...common, ironId: DataTypes.UUID, clientKey: DataTypes.UUID, position: DataTypes.INTEGER,
      meanC: number('mean_c'), meanPmC: number('mean_pm_c'),
      swingC: number('swing_c'), swingPmC: number('swing_pm_c'), periodS: number('period_s'), settledAfterS: number('settled_after_s'),
      noiseC: number('noise_c'), readings: DataTypes.INTEGER, source: DataTypes.TEXT,
    },
    table('calibration'),
  )
}
