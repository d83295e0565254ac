import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { Workshop } from '#shared/schemas'

export class WorkshopRow extends Model<InferAttributes<WorkshopRow>, InferCreationAttributes<WorkshopRow>> {
  declare id: CreationOptional<string>
  declare name: string
  declare units: Workshop['units']
  declare rules: Workshop['rules']
  declare version: CreationOptional<number>
}

export const initWorkshop = (sequelize: Sequelize) => WorkshopRow.init({
  id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
  name: { type: DataTypes.TEXT, allowNull: false },
  units: { type: DataTypes.JSONB, allowNull: false },
  rules: { type: DataTypes.JSONB, allowNull: false },
  version: DataTypes.INTEGER,
}, { sequelize, tableName: 'workshop', version: true })
