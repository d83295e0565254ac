import {
  DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type NonAttribute, type Sequelize,
} from 'sequelize'
import type { PressCloth, Iron } from '#shared/schemas'

export class IronRow extends Model<InferAttributes<IronRow>, InferCreationAttributes<IronRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare name: string
  declare kind: Iron['kind']
  declare shutsOffAfterS: number | null
  declare note: string
  declare water: CreationOptional<Iron['water']>
  declare bookWater: CreationOptional<Iron['bookWater']>
  declare cleanedAt: CreationOptional<Date | null>
  declare version: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
  declare settings?: NonAttribute<IronSettingRow[]>
}

export class IronSettingRow extends Model<InferAttributes<IronSettingRow>, InferCreationAttributes<IronSettingRow>> {
  declare ironId: string
  declare workroomId: string
  declare position: number
  declare label: string
  declare meanC: number
  declare swingC: number
  declare origin: Iron['settings'][number]['origin']
}

export class PressClothRow extends Model<InferAttributes<PressClothRow>, InferCreationAttributes<PressClothRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare name: string
  declare kind: PressCloth['kind']
  declare version: CreationOptional<number>
}

export function initIron(sequelize: Sequelize): void {
  IronRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
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
  IronSettingRow.init({
    ironId: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    position: { type: DataTypes.INTEGER, primaryKey: true },
    label: DataTypes.TEXT,
    meanC: { type: DataTypes.DOUBLE, field: 'mean_c' },
    swingC: { type: DataTypes.DOUBLE, field: 'swing_c' },
    origin: DataTypes.TEXT,
  }, { sequelize, tableName: 'iron_setting', timestamps: false })
  IronRow.hasMany(IronSettingRow, { as: 'settings', foreignKey: 'ironId' })
  PressClothRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    name: DataTypes.TEXT,
    kind: DataTypes.TEXT,
    version: DataTypes.INTEGER,
  }, { sequelize, tableName: 'press_cloth', version: true, paranoid: true })
}
