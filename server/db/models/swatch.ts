import {
  DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type NonAttribute, type Sequelize,
} from 'sequelize'
import type { SwatchBody } from '#shared/schemas'
import { FabricRow } from './fabric'
import { PressClothRow, IronRow } from './iron'
import { SupplyRow } from './supply'
import { SwatchPhotoRow, SwatchReadingRow, WashRoundRow } from './swatch-records'

/** A pressed and judged swatch. Written once, never changed. */
export class SwatchRow extends Model<InferAttributes<SwatchRow>, InferCreationAttributes<SwatchRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare clientKey: string
  declare fabricId: string
  declare supplyId: string
  declare ironId: string
  declare pressClothId: string | null
  declare surface: SwatchBody['surface']
  declare recipe: SwatchBody['recipe']
  declare predicted: SwatchBody['predicted']
  declare grade: number
  declare marks: SwatchBody['marks']
  declare note: string
  declare fabricLot: CreationOptional<string>
  declare supplyLot: CreationOptional<string>
  declare overSupplyIds: CreationOptional<string[]>
  declare doubts: CreationOptional<SwatchBody['doubts']>
  declare markWhere: CreationOptional<SwatchBody['markWhere']>
  declare planId: CreationOptional<string | null>
  declare scrap: CreationOptional<number | null>
  declare pressedAt: Date
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
  declare fabric?: NonAttribute<FabricRow>
  declare supply?: NonAttribute<SupplyRow>
  declare iron?: NonAttribute<IronRow>
  declare pressCloth?: NonAttribute<PressClothRow | null>
  declare events?: NonAttribute<SwatchEventRow[]>
  declare readings?: NonAttribute<SwatchReadingRow[]>
  declare washes?: NonAttribute<WashRoundRow[]>
  declare photos?: NonAttribute<SwatchPhotoRow[]>
}

export class SwatchEventRow extends Model<InferAttributes<SwatchEventRow>, InferCreationAttributes<SwatchEventRow>> {
  declare swatchId: string
  declare workroomId: string
  declare position: number
  declare atS: number
  declare kind: SwatchBody['events'][number]['kind']
  declare soleC: CreationOptional<number | null>
}

export function initSwatch(sequelize: Sequelize): void {
  SwatchRow.init({
    personId: DataTypes.UUID,
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    clientKey: DataTypes.UUID,
    fabricId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    ironId: DataTypes.UUID,
    pressClothId: DataTypes.UUID,
    surface: DataTypes.TEXT,
    recipe: DataTypes.JSONB,
    predicted: DataTypes.JSONB,
    grade: DataTypes.SMALLINT,
    marks: DataTypes.ARRAY(DataTypes.TEXT),
    note: DataTypes.TEXT,
    fabricLot: DataTypes.TEXT,
    supplyLot: DataTypes.TEXT,
    overSupplyIds: DataTypes.ARRAY(DataTypes.UUID),
    doubts: DataTypes.JSONB,
    markWhere: DataTypes.JSONB,
    planId: DataTypes.UUID,
    scrap: DataTypes.INTEGER,
    pressedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'swatch', updatedAt: false })
  SwatchEventRow.init({
    swatchId: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    position: { type: DataTypes.INTEGER, primaryKey: true },
    atS: { type: DataTypes.DOUBLE, field: 'at_s' },
    kind: DataTypes.TEXT,
    soleC: { type: DataTypes.DOUBLE, field: 'sole_c' },
  }, { sequelize, tableName: 'swatch_event', timestamps: false })
  SwatchRow.belongsTo(FabricRow, { as: 'fabric', foreignKey: 'fabricId' })
  SwatchRow.belongsTo(SupplyRow, { as: 'supply', foreignKey: 'supplyId' })
  SwatchRow.belongsTo(IronRow, { as: 'iron', foreignKey: 'ironId' })
  SwatchRow.belongsTo(PressClothRow, { as: 'pressCloth', foreignKey: 'pressClothId' })
  SwatchRow.hasMany(SwatchEventRow, { as: 'events', foreignKey: 'swatchId' })
  SwatchRow.hasMany(SwatchReadingRow, { as: 'readings', foreignKey: 'swatchId' })
  SwatchRow.hasMany(WashRoundRow, { as: 'washes', foreignKey: 'swatchId' })
  SwatchRow.hasMany(SwatchPhotoRow, { as: 'photos', foreignKey: 'swatchId' })
}
