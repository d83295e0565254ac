import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { OpState } from '#core/session'
import type { SessionEventBody, SessionOperation } from '#shared/schemas'

/** A job under the iron, from the first touch to the last edge. */
export class PressSessionRow extends Model<InferAttributes<PressSessionRow>, InferCreationAttributes<PressSessionRow>> {
  declare id: string
  declare workroomId: string
  declare jobId: string
  declare piecesVersion: number
  declare startedAt: Date
  declare closedAt: CreationOptional<Date | null>
  declare personId: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}

/** One thing of a session as it was planned. */
export class SessionOperationRow extends Model<InferAttributes<SessionOperationRow>, InferCreationAttributes<SessionOperationRow>> {
  declare sessionId: string
  declare workroomId: string
  declare id: string
  declare position: number
  declare kind: SessionOperation['kind']
  declare name: string
  declare pieceId: string | null
  declare makingId: CreationOptional<string | null>
  declare numbers: number[]
  declare side: SessionOperation['side']
  declare fabricId: string | null
  declare supplyId: string | null
  declare overSupplyIds: string[]
  declare ironId: string | null
  declare pressClothId: string | null
  declare surface: SessionOperation['surface']
  declare needs: string[]
  declare recipe: SessionOperation['recipe']
  declare standing: SessionOperation['standing']
  declare placements: SessionOperation['placements']
  declare outline: SessionOperation['outline']
  declare keepOuts: SessionOperation['keepOuts']
  declare motion: SessionOperation['motion']
  declare predicted: SessionOperation['predicted']
  /** How far it has come; null where something happened to it that was not looked at yet. */
  declare phase: CreationOptional<OpState['phase'] | null>
}

/** Something that happened; written once, never changed. */
export class SessionEventRow extends Model<InferAttributes<SessionEventRow>, InferCreationAttributes<SessionEventRow>> {
  declare sessionId: string
  declare personId: CreationOptional<string | null>
  declare workroomId: string
  declare position: number
  declare key: string
  declare device: string
  declare at: Date
  declare kind: SessionEventBody['kind']
  declare op: string | null
  declare pass: number | null
  declare placement: number | null
  declare ironId: string | null
  declare soleC: number | null
  declare settingLabel: string | null
  declare settingMeanC: number | null
  declare settingSwingC: number | null
  declare edge: SessionEventBody['edge']
  declare placements: number[] | null
  declare takes: string | null
  declare byS: number | null
  declare ids: string[] | null
  declare arrivedAt: CreationOptional<Date>
}

const degrees = (field: string) => ({ type: DataTypes.DOUBLE, field })

export function initSession(sequelize: Sequelize): void {
  PressSessionRow.init({
    personId: DataTypes.UUID,
    id: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    jobId: DataTypes.UUID,
    piecesVersion: DataTypes.INTEGER,
    startedAt: DataTypes.DATE,
    closedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'press_session', updatedAt: false })
  SessionOperationRow.init({
    sessionId: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    id: { type: DataTypes.TEXT, primaryKey: true },
    position: DataTypes.INTEGER,
    kind: DataTypes.TEXT,
    name: DataTypes.TEXT,
    pieceId: DataTypes.UUID,
    makingId: DataTypes.UUID,
    numbers: DataTypes.ARRAY(DataTypes.INTEGER),
    side: DataTypes.TEXT,
    fabricId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    overSupplyIds: DataTypes.ARRAY(DataTypes.UUID),
    ironId: DataTypes.UUID,
    pressClothId: DataTypes.UUID,
    surface: DataTypes.TEXT,
    needs: DataTypes.ARRAY(DataTypes.TEXT),
    recipe: DataTypes.JSONB,
    standing: DataTypes.TEXT,
    placements: DataTypes.JSONB,
    outline: DataTypes.JSONB,
    keepOuts: DataTypes.JSONB,
    motion: DataTypes.TEXT,
    predicted: DataTypes.JSONB,
    phase: DataTypes.TEXT,
  }, { sequelize, tableName: 'session_operation', timestamps: false })
  SessionEventRow.init({
    personId: DataTypes.UUID,
    sessionId: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    position: { type: DataTypes.INTEGER, primaryKey: true },
    key: DataTypes.UUID,
    device: DataTypes.UUID,
    at: DataTypes.DATE,
    kind: DataTypes.TEXT,
    op: DataTypes.TEXT,
    pass: DataTypes.INTEGER,
    placement: DataTypes.INTEGER,
    ironId: DataTypes.UUID,
    soleC: degrees('sole_c'),
    settingLabel: DataTypes.TEXT,
    settingMeanC: degrees('setting_mean_c'),
    settingSwingC: degrees('setting_swing_c'),
    edge: DataTypes.TEXT,
    placements: DataTypes.ARRAY(DataTypes.INTEGER),
    takes: DataTypes.UUID,
    byS: degrees('by_s'),
    ids: DataTypes.ARRAY(DataTypes.TEXT),
    arrivedAt: DataTypes.DATE,
  }, { sequelize, tableName: 'session_event', timestamps: false })
}
