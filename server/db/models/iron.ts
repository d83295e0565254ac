import {
  DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type NonAttribute, type Sequelize,
} from 'sequelize'
import type { Cover, Iron } from '#shared/schemas'

export class IronRow extends Model<InferAttributes<IronRow>, InferCreationAttributes<IronRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare name: string
  declare kind: Iron['kind']
  declare shutsOffAfterS: number | null
  declare note: string
  declare water: CreationOptional<Iron['water']>
  declare bookWater: CreationOptional<Iron['bookWater']>
  declare cleanedAt: CreationOptional<Date | null>
  declare version: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
  declare stops?: NonAttribute<IronStopRow[]>
}

export class IronStopRow extends Model<InferAttributes<IronStopRow>, InferCreationAttributes<IronStopRow>> {
  declare ironId: string
  declare workshopId: string
  declare position: number
  declare label: string
  declare meanC: number
  declare swingC: number
  declare origin: Iron['stops'][number]['origin']
}

export class CoverRow extends Model<InferAttributes<CoverRow>, InferCreationAttributes<CoverRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare name: string
  declare kind: Cover['kind']
  declare version: CreationOptional<number>
}

export function initIron(sequelize: Sequelize): void {
  IronRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workshopId: DataTypes.UUID,
    name: DataTypes.TEXT,
    kind: DataTypes.TEXT,
    shutsOffAfterS: DataTypes.DOUBLE,
    note: DataTypes.TEXT,
    water: DataTypes.TEXT,
    bookWater: DataTypes.TEXT,
    cleanedAt: DataTypes.DATE,
    version: DataTypes.INTEGER,
    updatedAt: DataTypes.DATE,
  }, { sequelize, tableName: 'iron', version: true, paranoid: true })
  IronStopRow.init({
    ironId: { type: DataTypes.UUID, primaryKey: true },
    workshopId: DataTypes.UUID,
    position: { type: DataTypes.INTEGER, primaryKey: true },
    label: DataTypes.TEXT,
    meanC: { type: DataTypes.DOUBLE, field: 'mean_c' },
    swingC: { type: DataTypes.DOUBLE, field: 'swing_c' },
    origin: DataTypes.TEXT,
  }, { sequelize, tableName: 'iron_stop', timestamps: false })
  IronRow.hasMany(IronStopRow, { as: 'stops', foreignKey: 'ironId' })
  CoverRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workshopId: DataTypes.UUID,
    name: DataTypes.TEXT,
    kind: DataTypes.TEXT,
    version: DataTypes.INTEGER,
  }, { sequelize, tableName: 'cover', version: true, paranoid: true })
}
