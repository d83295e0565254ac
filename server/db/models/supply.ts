import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { Supply, SupplyBody } from '#shared/schemas'

export class SupplyRow extends Model<InferAttributes<SupplyRow>, InferCreationAttributes<SupplyRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare code: string
  declare name: string
  declare family: Supply['family']
  declare base: Supply['base']
  declare baseFibre: Supply['baseFibre']
  declare massGsm: number
  declare thicknessMm: number
  declare adhesive: Supply['adhesive']
  declare adhesiveGsm: number
  declare adhesiveOrigin: Supply['adhesiveOrigin']
  declare colourHex: string
  declare note: string
  declare lot: CreationOptional<string>
  declare givePct: CreationOptional<number | null>
  declare form: CreationOptional<Supply['form']>
  declare instructions: CreationOptional<Supply['instructions']>
  declare makerC: CreationOptional<number | null>
  declare makerHoldS: CreationOptional<number | null>
  declare makerMoisture: CreationOptional<Supply['makerMoisture']>
  declare makerPressureKPa: CreationOptional<number | null>
  declare makerFor: CreationOptional<Supply['makerFor']>
  declare makerPeel: CreationOptional<Supply['makerPeel']>
  declare washC: CreationOptional<number | null>
  declare tumble: CreationOptional<Supply['tumble']>
  declare widthMm: CreationOptional<number | null>
  declare pricePerM: CreationOptional<number | null>
  declare stockM: CreationOptional<number>
  declare hoop: CreationOptional<SupplyBody['hoop']>
  declare overhangMm: CreationOptional<number | null>
  declare used: CreationOptional<number>
  declare version: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
}

export const initSupply = (sequelize: Sequelize) => SupplyRow.init({
  id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
  workroomId: DataTypes.UUID,
  code: DataTypes.TEXT,
  name: DataTypes.TEXT,
  family: DataTypes.TEXT,
  base: DataTypes.TEXT,
  baseFibre: DataTypes.TEXT,
  massGsm: DataTypes.DOUBLE,
  thicknessMm: DataTypes.DOUBLE,
  adhesive: DataTypes.TEXT,
  adhesiveGsm: DataTypes.DOUBLE,
  adhesiveOrigin: DataTypes.TEXT,
  colourHex: DataTypes.TEXT,
  note: DataTypes.TEXT,
  lot: DataTypes.TEXT,
  givePct: DataTypes.DOUBLE,
  form: DataTypes.TEXT,
  instructions: DataTypes.TEXT,
  makerC: { type: DataTypes.DOUBLE, field: 'maker_c' },
  makerHoldS: { type: DataTypes.DOUBLE, field: 'maker_hold_s' },
  makerMoisture: DataTypes.TEXT,
  makerPressureKPa: { type: DataTypes.DOUBLE, field: 'maker_pressure_kpa' },
  makerFor: DataTypes.TEXT,
  makerPeel: DataTypes.TEXT,
  washC: { type: DataTypes.INTEGER, field: 'wash_c' },
  tumble: DataTypes.TEXT,
  widthMm: DataTypes.DOUBLE,
  pricePerM: { type: DataTypes.DOUBLE, field: 'price_per_m' },
  stockM: { type: DataTypes.DOUBLE, field: 'stock_m' },
  hoop: DataTypes.TEXT,
  overhangMm: DataTypes.DOUBLE,
  used: DataTypes.INTEGER,
  version: DataTypes.INTEGER,
  updatedAt: DataTypes.DATE,
}, { sequelize, tableName: 'supply', version: true, paranoid: true })
