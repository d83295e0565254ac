import {
  DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type NonAttribute, type Sequelize,
} from 'sequelize'
import type { TrialBody } from '#shared/schemas'
import { ClothRow } from './cloth'
import { CoverRow, IronRow } from './iron'
import { SupplyRow } from './supply'
import type { TrialPhotoRow, TrialReadingRow, WashRoundRow } from './swatch'

/** A pressed and judged swatch. Written once, never changed. */
export class TrialRow extends Model<InferAttributes<TrialRow>, InferCreationAttributes<TrialRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare clientKey: string
  declare clothId: string
  declare supplyId: string
  declare ironId: string
  declare coverId: string | null
  declare bed: TrialBody['bed']
  declare recipe: TrialBody['recipe']
  declare predicted: TrialBody['predicted']
  declare grade: number
  declare marks: TrialBody['marks']
  declare note: string
  declare clothLot: CreationOptional<string>
  declare supplyLot: CreationOptional<string>
  declare overSupplyIds: CreationOptional<string[]>
  declare doubts: CreationOptional<TrialBody['doubts']>
  declare markWhere: CreationOptional<TrialBody['markWhere']>
  declare planId: CreationOptional<string | null>
  declare scrap: CreationOptional<number | null>
  declare pressedAt: Date
  declare createdAt: CreationOptional<Date>
  declare cloth?: NonAttribute<ClothRow>
  declare supply?: NonAttribute<SupplyRow>
  declare iron?: NonAttribute<IronRow>
  declare cover?: NonAttribute<CoverRow | null>
  declare events?: NonAttribute<TrialEventRow[]>
  declare readings?: NonAttribute<TrialReadingRow[]>
  declare washes?: NonAttribute<WashRoundRow[]>
  declare photos?: NonAttribute<TrialPhotoRow[]>
}

export class TrialEventRow extends Model<InferAttributes<TrialEventRow>, InferCreationAttributes<TrialEventRow>> {
  declare trialId: string
  declare workshopId: string
  declare position: number
  declare atS: number
  declare kind: TrialBody['events'][number]['kind']
  declare soleC: CreationOptional<number | null>
}

export function initTrial(sequelize: Sequelize): void {
  TrialRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workshopId: DataTypes.UUID,
    clientKey: DataTypes.UUID,
    clothId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    ironId: DataTypes.UUID,
    coverId: DataTypes.UUID,
    bed: DataTypes.TEXT,
    recipe: DataTypes.JSONB,
    predicted: DataTypes.JSONB,
    grade: DataTypes.SMALLINT,
    marks: DataTypes.ARRAY(DataTypes.TEXT),
    note: DataTypes.TEXT,
    clothLot: DataTypes.TEXT,
    supplyLot: DataTypes.TEXT,
    overSupplyIds: DataTypes.ARRAY(DataTypes.UUID),
    doubts: DataTypes.JSONB,
    markWhere: DataTypes.JSONB,
    planId: DataTypes.UUID,
    scrap: DataTypes.INTEGER,
    pressedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'trial', updatedAt: false })
  TrialEventRow.init({
    trialId: { type: DataTypes.UUID, primaryKey: true },
    workshopId: DataTypes.UUID,
    position: { type: DataTypes.INTEGER, primaryKey: true },
    atS: { type: DataTypes.DOUBLE, field: 'at_s' },
    kind: DataTypes.TEXT,
    soleC: { type: DataTypes.DOUBLE, field: 'sole_c' },
  }, { sequelize, tableName: 'trial_event', timestamps: false })
  TrialRow.belongsTo(ClothRow, { as: 'cloth', foreignKey: 'clothId' })
  TrialRow.belongsTo(SupplyRow, { as: 'supply', foreignKey: 'supplyId' })
  TrialRow.belongsTo(IronRow, { as: 'iron', foreignKey: 'ironId' })
  TrialRow.belongsTo(CoverRow, { as: 'cover', foreignKey: 'coverId' })
  TrialRow.hasMany(TrialEventRow, { as: 'events', foreignKey: 'trialId' })
}
