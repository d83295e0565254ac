import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { Workroom } from '#shared/schemas'

export class WorkroomRow extends Model<InferAttributes<WorkroomRow>, InferCreationAttributes<WorkroomRow>> {
  declare id: CreationOptional<string>
  declare name: string
  declare units: Workroom['units']
  declare rules: Workroom['rules']
  declare demo: CreationOptional<boolean>
  declare version: CreationOptional<number>
}

export const initWorkroom = (sequelize: Sequelize) => WorkroomRow.init({
  id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
  name: { type: DataTypes.TEXT, allowNull: false },
  units: { type: DataTypes.JSONB, allowNull: false },
  rules: { type: DataTypes.JSONB, allowNull: false },
  demo: DataTypes.BOOLEAN,
  version: DataTypes.INTEGER,
}, { sequelize, tableName: 'workroom', version: true })
