import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { PlanBody, ReadingBody, WashBody } from '#shared/schemas'
import { TrialRow } from './trial'

/** Measured on a pressed swatch; only ever added. */
export class TrialReadingRow extends Model<InferAttributes<TrialReadingRow>, InferCreationAttributes<TrialReadingRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare trialId: string
  declare kind: ReadingBody['kind']
  declare clientKey: CreationOptional<string | null>
  declare value: number
  declare createdAt: CreationOptional<Date>
}
/** A wash, and how it looked afterwards; only ever added. */
export class WashRoundRow extends Model<InferAttributes<WashRoundRow>, InferCreationAttributes<WashRoundRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare trialId: string
  declare clientKey: string
  declare washC: number
  declare tumble: WashBody['tumble']
  declare grade: number
  declare marks: WashBody['marks']
  declare note: string
  declare washedAt: Date
  declare createdAt: CreationOptional<Date>
}
export class TrialPhotoRow extends Model<InferAttributes<TrialPhotoRow>, InferCreationAttributes<TrialPhotoRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare trialId: string
  declare stage: 'before' | 'after' | 'washed'
  declare clientKey: CreationOptional<string | null>
  declare width: number
  declare height: number
  declare jpeg: Buffer
  declare createdAt: CreationOptional<Date>
}
export class SwatchPlanRow extends Model<InferAttributes<SwatchPlanRow>, InferCreationAttributes<SwatchPlanRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare clothId: string
  declare supplyId: string
  declare ironId: string
  declare coverId: string | null
  declare bed: PlanBody['bed']
  declare scraps: PlanBody['scraps']
  declare createdAt: CreationOptional<Date>
}

export function initSwatch(sequelize: Sequelize): void {
  const own = {
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 }, workshopId: DataTypes.UUID, createdAt: DataTypes.DATE,
  }
  TrialReadingRow.init(
    { ...own, trialId: DataTypes.UUID, clientKey: DataTypes.UUID, kind: DataTypes.TEXT, value: DataTypes.DOUBLE },
    { sequelize, tableName: 'trial_reading', updatedAt: false },
  )
  WashRoundRow.init(
    {
      ...own, trialId: DataTypes.UUID, clientKey: DataTypes.UUID, washC: { type: DataTypes.INTEGER, field: 'wash_c' },
      tumble: DataTypes.TEXT, grade: DataTypes.SMALLINT, marks: DataTypes.ARRAY(DataTypes.TEXT), note: DataTypes.TEXT,
      washedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'wash_round', updatedAt: false },
  )
  TrialPhotoRow.init(
    {
      ...own, trialId: DataTypes.UUID, clientKey: DataTypes.UUID, stage: DataTypes.TEXT, width: DataTypes.INTEGER,
      height: DataTypes.INTEGER, jpeg: DataTypes.BLOB,
    },
    { sequelize, tableName: 'trial_photo', updatedAt: false },
  )
  SwatchPlanRow.init(
    {
      ...own, clothId: DataTypes.UUID, supplyId: DataTypes.UUID, ironId: DataTypes.UUID, coverId: DataTypes.UUID, bed: DataTypes.TEXT,
      scraps: DataTypes.JSONB,
    },
    { sequelize, tableName: 'swatch_plan', updatedAt: false },
  )
  TrialRow.hasMany(TrialReadingRow, { as: 'readings', foreignKey: 'trialId' })
  TrialRow.hasMany(WashRoundRow, { as: 'washes', foreignKey: 'trialId' })
  TrialRow.hasMany(TrialPhotoRow, { as: 'photos', foreignKey: 'trialId' })
}
