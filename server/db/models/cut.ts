import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { JobPiece, LayerRole, OutlinePayload } from '#shared/schemas'

/** A piece of a job as it is cut. */
export class JobPieceRow extends Model<InferAttributes<JobPieceRow>, InferCreationAttributes<JobPieceRow>> {
  declare id: string
  declare workroomId: string
  declare jobId: string
  declare fabricId: string
  declare position: number
  declare name: string
  declare place: string | null
  declare shape: JobPiece['shape']
  declare count: number
  declare pair: boolean
  declare allowances: JobPiece['allowances']
  declare grain: JobPiece['grain']
  declare oneWay: boolean
  declare interfacingId: string | null
  declare foamId: string | null
  declare webId: string | null
  declare inset: JobPiece['inset']
  declare half: CreationOptional<JobPiece['half']>
  declare keepOuts: CreationOptional<JobPiece['keepOuts']>
  declare byHand: CreationOptional<JobPiece['byHand']>
  declare motion: CreationOptional<JobPiece['motion']>
  declare walk: CreationOptional<JobPiece['walk']>
  declare asBlock: CreationOptional<boolean>
  declare createdAt: CreationOptional<Date>
}

/** What a layout left over, kept for the next. */
export class OffcutRow extends Model<InferAttributes<OffcutRow>, InferCreationAttributes<OffcutRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare supplyId: string
  declare outline: OutlinePayload
  declare lot: string
  declare usedAt: CreationOptional<Date | null>
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}

/** Parts of a job on the width of a supply: as it is drawn, and once it was cut as it was cut. */
export class LayoutRow extends Model<InferAttributes<LayoutRow>, InferCreationAttributes<LayoutRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare jobId: string
  declare supplyId: string
  declare cutAt: CreationOptional<Date | null>
  declare metres: number
  declare clientKey: CreationOptional<string | null>
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}

export class LayoutPartRow extends Model<InferAttributes<LayoutPartRow>, InferCreationAttributes<LayoutPartRow>> {
  declare layoutId: string
  declare workroomId: string
  declare pieceId: string
  declare role: LayerRole
  declare number: number
  declare offcutId: string | null
  declare turnDeg: number
  declare x: number
  declare y: number
  declare pinned: boolean
}

const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 }

export function initCut(sequelize: Sequelize): void {
  JobPieceRow.init({
    id,
    workroomId: DataTypes.UUID,
    jobId: DataTypes.UUID,
    fabricId: DataTypes.UUID,
    position: DataTypes.INTEGER,
    name: DataTypes.TEXT,
    place: DataTypes.TEXT,
    shape: DataTypes.JSONB,
    count: DataTypes.INTEGER,
    pair: DataTypes.BOOLEAN,
    allowances: DataTypes.JSONB,
    grain: DataTypes.TEXT,
    oneWay: DataTypes.BOOLEAN,
    interfacingId: DataTypes.UUID,
    foamId: DataTypes.UUID,
    webId: DataTypes.UUID,
    inset: DataTypes.JSONB,
    half: DataTypes.TEXT,
    keepOuts: DataTypes.JSONB,
    byHand: DataTypes.JSONB,
    motion: DataTypes.TEXT,
    walk: DataTypes.TEXT,
    asBlock: DataTypes.BOOLEAN,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'job_piece', updatedAt: false })
  OffcutRow.init({
    personId: DataTypes.UUID,
    id,
    workroomId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    outline: DataTypes.JSONB,
    lot: DataTypes.TEXT,
    usedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'offcut', updatedAt: false })
  LayoutRow.init({
    personId: DataTypes.UUID,
    id,
    workroomId: DataTypes.UUID,
    jobId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    cutAt: DataTypes.DATE,
    metres: DataTypes.DOUBLE,
    clientKey: DataTypes.UUID,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'layout', updatedAt: false })
  LayoutPartRow.init({
    layoutId: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    pieceId: { type: DataTypes.UUID, primaryKey: true },
    role: { type: DataTypes.TEXT, primaryKey: true },
    number: { type: DataTypes.INTEGER, primaryKey: true },
    offcutId: DataTypes.UUID,
    turnDeg: DataTypes.DOUBLE,
    x: DataTypes.DOUBLE,
    y: DataTypes.DOUBLE,
    pinned: DataTypes.BOOLEAN,
  }, { sequelize, tableName: 'layout_part', timestamps: false })
}
