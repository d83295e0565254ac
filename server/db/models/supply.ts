import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { Supply } from '#shared/schemas'

export class SupplyRow extends Model<InferAttributes<SupplyRow>, InferCreationAttributes<SupplyRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare code: string
  declare name: string
  declare family: Supply['family']
  declare base: Supply['base']
  declare baseFibre: Supply['baseFibre']
  declare massGsm: number
  declare thicknessMm: number
  declare resin: Supply['resin']
  declare resinGsm: number
  declare resinOrigin: Supply['resinOrigin']
  declare colourHex: string
  declare note: string
  declare version: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
}

export const initSupply = (sequelize: Sequelize) => SupplyRow.init({
  id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
  workshopId: DataTypes.UUID,
  code: DataTypes.TEXT,
  name: DataTypes.TEXT,
  family: DataTypes.TEXT,
  base: DataTypes.TEXT,
  baseFibre: DataTypes.TEXT,
  massGsm: DataTypes.DOUBLE,
  thicknessMm: DataTypes.DOUBLE,
  resin: DataTypes.TEXT,
  resinGsm: DataTypes.DOUBLE,
  resinOrigin: DataTypes.TEXT,
  colourHex: DataTypes.TEXT,
  note: DataTypes.TEXT,
  version: DataTypes.INTEGER,
  updatedAt: DataTypes.DATE,
}, { sequelize, tableName: 'supply', version: true, paranoid: true })
