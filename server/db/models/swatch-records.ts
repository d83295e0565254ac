import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { PlanBody, ReadingBody, WashBody } from '#shared/schemas'

/** Measured on a pressed swatch; only ever added. */
export class SwatchReadingRow extends Model<InferAttributes<SwatchReadingRow>, InferCreationAttributes<SwatchReadingRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare swatchId: string
  declare kind: ReadingBody['kind']
  declare clientKey: CreationOptional<string | null>
  declare value: number
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
/** A wash, and how it looked afterwards; only ever added. */
export class WashRoundRow extends Model<InferAttributes<WashRoundRow>, InferCreationAttributes<WashRoundRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare swatchId: string
  declare clientKey: string
  declare washC: number
  declare tumble: WashBody['tumble']
  declare grade: number
  declare marks: WashBody['marks']
  declare note: string
  declare washedAt: Date
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class SwatchPhotoRow extends Model<InferAttributes<SwatchPhotoRow>, InferCreationAttributes<SwatchPhotoRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  /** Of a swatch, or of the care label of a fabric. */
  declare swatchId: string | null
  declare fabricId: CreationOptional<string | null>
  declare stage: 'before' | 'after' | 'washed' | 'label'
  declare clientKey: CreationOptional<string | null>
  declare width: number
  declare height: number
  declare jpeg: Buffer
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class SwatchPlanRow extends Model<InferAttributes<SwatchPlanRow>, InferCreationAttributes<SwatchPlanRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare fabricId: string
  declare supplyId: string
  declare ironId: string
  declare pressClothId: string | null
  declare surface: PlanBody['surface']
  declare scraps: PlanBody['scraps']
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}

export function initSwatchRecords(sequelize: Sequelize): void {
  const own = {
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 }, workroomId: DataTypes.UUID, personId: DataTypes.UUID,
    createdAt: DataTypes.DATE,
  }
  SwatchReadingRow.init(
    { ...own, swatchId: DataTypes.UUID, clientKey: DataTypes.UUID, kind: DataTypes.TEXT, value: DataTypes.DOUBLE },
    { sequelize, tableName: 'swatch_reading', updatedAt: false },
  )
  WashRoundRow.init(
    {
      ...own, swatchId: DataTypes.UUID, clientKey: DataTypes.UUID, washC: { type: DataTypes.INTEGER, field: 'wash_c' },
      tumble: DataTypes.TEXT, grade: DataTypes.SMALLINT, marks: DataTypes.ARRAY(DataTypes.TEXT), note: DataTypes.TEXT,
      washedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'wash_round', updatedAt: false },
  )
  SwatchPhotoRow.init(
    {
      ...own, swatchId: DataTypes.UUID, fabricId: DataTypes.UUID, clientKey: DataTypes.UUID, stage: DataTypes.TEXT,
      width: DataTypes.INTEGER,
      height: DataTypes.INTEGER, jpeg: DataTypes.BLOB,
    },
    { sequelize, tableName: 'swatch_photo', updatedAt: false },
  )
  SwatchPlanRow.init(
    {
      ...own, fabricId: DataTypes.UUID, supplyId: DataTypes.UUID, ironId: DataTypes.UUID, pressClothId: DataTypes.UUID,
      surface: DataTypes.TEXT,
      scraps: DataTypes.JSONB,
    },
    { sequelize, tableName: 'swatch_plan', updatedAt: false },
  )
}
