import {
  DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type NonAttribute, type Sequelize,
} from 'sequelize'
import type { Cloth } from '#shared/schemas'

export class ClothRow extends Model<InferAttributes<ClothRow>, InferCreationAttributes<ClothRow>> {
  declare id: CreationOptional<string>
  declare workshopId: string
  declare code: string
  declare name: string
  declare construction: Cloth['construction']
  declare massGsm: number
  declare massOrigin: Cloth['massOrigin']
  declare thicknessMm: number
  declare thicknessOrigin: Cloth['thicknessOrigin']
  declare mayGetWet: boolean
  declare nap: Cloth['nap']
  declare finishes: Cloth['finishes']
  declare colourHex: string
  declare note: string
  declare lot: CreationOptional<string>
  declare giveAlongPct: CreationOptional<number | null>
  declare giveAcrossPct: CreationOptional<number | null>
  declare napDirection: CreationOptional<Cloth['napDirection']>
  declare showsResidue: CreationOptional<boolean>
  declare sheer: CreationOptional<boolean>
  declare widthMm: CreationOptional<number | null>
  declare stockM: CreationOptional<number | null>
  declare labelIronC: CreationOptional<Cloth['labelIronC']>
  declare labelSteam: CreationOptional<boolean | null>
  declare labelWords: CreationOptional<string>
  declare bendingAlongMm: CreationOptional<number | null>
  declare prewashed: CreationOptional<boolean>
  declare used: CreationOptional<number>
  declare version: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
  declare fibres?: NonAttribute<ClothFibreRow[]>
}

export class ClothFibreRow extends Model<InferAttributes<ClothFibreRow>, InferCreationAttributes<ClothFibreRow>> {
  declare clothId: string
  declare workshopId: string
  declare fibre: Cloth['fibres'][number]['fibre']
  declare sharePct: number
  declare position: number
}

export function initCloth(sequelize: Sequelize): void {
  ClothRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workshopId: DataTypes.UUID,
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
  }, { sequelize, tableName: 'cloth', version: true, paranoid: true })
  ClothFibreRow.init({
    clothId: { type: DataTypes.UUID, primaryKey: true },
    workshopId: DataTypes.UUID,
    fibre: { type: DataTypes.TEXT, primaryKey: true },
    sharePct: DataTypes.DOUBLE,
    position: DataTypes.INTEGER,
  }, { sequelize, tableName: 'cloth_fibre', timestamps: false })
  ClothRow.hasMany(ClothFibreRow, { as: 'fibres', foreignKey: 'clothId' })
}
