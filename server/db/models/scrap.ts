import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { LookPayload } from '#shared/schemas'

/** A piece of fabric that is left, and may become a patch. */
export class ScrapRow extends Model<InferAttributes<ScrapRow>, InferCreationAttributes<ScrapRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare name: string
  declare fabricId: string | null
  declare wideMm: number
  declare highMm: number
  declare massGsm: number
  declare givePct: number
  declare washC: number
  declare face: LookPayload
  declare back: LookPayload | null
  declare usedAt: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
}

export function initScrap(sequelize: Sequelize): void {
  ScrapRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    name: DataTypes.TEXT,
    fabricId: DataTypes.UUID,
    wideMm: DataTypes.DOUBLE,
    highMm: DataTypes.DOUBLE,
    massGsm: DataTypes.DOUBLE,
    givePct: DataTypes.DOUBLE,
    washC: DataTypes.INTEGER,
    face: DataTypes.JSONB,
    back: DataTypes.JSONB,
    usedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'scrap', updatedAt: false })
}
