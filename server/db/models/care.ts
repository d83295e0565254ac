import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { CareEventBody } from '#shared/schemas'

/** How a garment came back: written once, never changed. */
export class CareEventRow extends Model<InferAttributes<CareEventRow>, InferCreationAttributes<CareEventRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare clientKey: string
  declare jobId: string
  declare fabricId: string
  declare supplyId: string | null
  declare swatchId: string | null
  declare rounds: number
  declare washC: number
  declare tumble: CareEventBody['tumble']
  declare softener: boolean
  declare grade: number
  declare marks: CareEventBody['marks']
  declare foreseen: number | null
  declare note: string
  declare cameAt: Date
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}

export function initCare(sequelize: Sequelize): void {
  CareEventRow.init({
    personId: DataTypes.UUID,
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    clientKey: DataTypes.UUID,
    jobId: DataTypes.UUID,
    fabricId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    swatchId: DataTypes.UUID,
    rounds: DataTypes.INTEGER,
    washC: { type: DataTypes.INTEGER, field: 'wash_c' },
    tumble: DataTypes.TEXT,
    softener: DataTypes.BOOLEAN,
    grade: DataTypes.SMALLINT,
    marks: DataTypes.ARRAY(DataTypes.TEXT),
    foreseen: DataTypes.DOUBLE,
    note: DataTypes.TEXT,
    cameAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'care_event', updatedAt: false })
}
