import {
  DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type NonAttribute, type Sequelize,
} from 'sequelize'
import type { Fabric } from '#shared/schemas'

export class FabricRow extends Model<InferAttributes<FabricRow>, InferCreationAttributes<FabricRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare code: string
  declare name: string
  declare construction: Fabric['construction']
  declare massGsm: number
  declare massOrigin: Fabric['massOrigin']
  declare thicknessMm: number
  declare thicknessOrigin: Fabric['thicknessOrigin']
  declare mayGetWet: boolean
  declare nap: Fabric['nap']
  declare finishes: Fabric['finishes']
  declare colourHex: string
  declare note: string
  declare lot: CreationOptional<string>
  declare giveAlongPct: CreationOptional<number | null>
  declare giveAcrossPct: CreationOptional<number | null>
  declare napDirection: CreationOptional<Fabric['napDirection']>
  declare showsResidue: CreationOptional<boolean>
  declare sheer: CreationOptional<boolean>
  declare widthMm: CreationOptional<number | null>
  declare stockM: CreationOptional<number | null>
  declare labelIronC: CreationOptional<Fabric['labelIronC']>
  declare labelSteam: CreationOptional<boolean | null>
  declare labelWords: CreationOptional<string>
  declare bendingAlongMm: CreationOptional<number | null>
  declare prewashed: CreationOptional<boolean>
  declare used: CreationOptional<number>
  declare version: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
  declare fibres?: NonAttribute<FabricFibreRow[]>
}

export class FabricFibreRow extends Model<InferAttributes<FabricFibreRow>, InferCreationAttributes<FabricFibreRow>> {
  declare fabricId: string
  declare workroomId: string
  declare fibre: Fabric['fibres'][number]['fibre']
  declare sharePct: number
  declare position: number
}

export function initFabric(sequelize: Sequelize): void {
  FabricRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    code: DataTypes.TEXT,
    name: DataTypes.TEXT,
    construction: DataTypes.TEXT,
    massGsm: DataTypes.DOUBLE,
    massOrigin: DataTypes.TEXT,
    thicknessMm: DataTypes.DOUBLE,
    thicknessOrigin: DataTypes.TEXT,
    mayGetWet: DataTypes.BOOLEAN,
    nap: DataTypes.TEXT,
    finishes: DataTypes.ARRAY(DataTypes.TEXT),
    colourHex: DataTypes.TEXT,
    note: DataTypes.TEXT,
    lot: DataTypes.TEXT,
    giveAlongPct: DataTypes.DOUBLE,
    giveAcrossPct: DataTypes.DOUBLE,
    napDirection: DataTypes.TEXT,
    showsResidue: DataTypes.BOOLEAN,
    sheer: DataTypes.BOOLEAN,
    widthMm: DataTypes.DOUBLE,
    stockM: DataTypes.DOUBLE,
    labelIronC: { type: DataTypes.INTEGER, field: 'label_iron_c' },
    labelSteam: DataTypes.BOOLEAN,
    labelWords: DataTypes.TEXT,
    bendingAlongMm: DataTypes.DOUBLE,
    prewashed: DataTypes.BOOLEAN,
    used: DataTypes.INTEGER,
    version: DataTypes.INTEGER,
    updatedAt: DataTypes.DATE,
  }, { sequelize, tableName: 'fabric', version: true, paranoid: true })
  FabricFibreRow.init({
    fabricId: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    fibre: { type: DataTypes.TEXT, primaryKey: true },
    sharePct: DataTypes.DOUBLE,
    position: DataTypes.INTEGER,
  }, { sequelize, tableName: 'fabric_fibre', timestamps: false })
  FabricRow.hasMany(FabricFibreRow, { as: 'fibres', foreignKey: 'fabricId' })
}
