import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { RunEventBody, RunOperation } from '#shared/schemas'

/** A job under the iron, from the first set-down to the last edge. */
export class RunRow extends Model<InferAttributes<RunRow>, InferCreationAttributes<RunRow>> {
  declare id: string
  declare workshopId: string
  declare jobId: string
  declare piecesVersion: number
  declare startedAt: Date
  declare closedAt: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
}

/** One thing of a run as it was planned. */
export class RunOperationRow extends Model<InferAttributes<RunOperationRow>, InferCreationAttributes<RunOperationRow>> {
  declare runId: string
  declare workshopId: string
  declare id: string
  declare position: number
  declare kind: RunOperation['kind']
  declare name: string
  declare pieceId: string | null
  declare makingId: CreationOptional<string | null>
  declare numbers: number[]
  declare side: RunOperation['side']
  declare clothId: string | null
  declare supplyId: string | null
  declare overSupplyIds: string[]
  declare ironId: string | null
  declare coverId: string | null
  declare bed: RunOperation['bed']
  declare needs: string[]
  declare recipe: RunOperation['recipe']
  declare standing: RunOperation['standing']
  declare prints: RunOperation['prints']
  declare outline: RunOperation['outline']
  declare keepOuts: RunOperation['keepOuts']
  declare motion: RunOperation['motion']
  declare predicted: RunOperation['predicted']
}

/** Something that happened; written once, never changed. */
export class RunEventRow extends Model<InferAttributes<RunEventRow>, InferCreationAttributes<RunEventRow>> {
  declare runId: string
  declare workshopId: string
  declare position: number
  declare key: string
  declare device: string
  declare at: Date
  declare kind: RunEventBody['kind']
  declare op: string | null
  declare pass: number | null
  declare print: number | null
  declare ironId: string | null
  declare soleC: number | null
  declare stopLabel: string | null
  declare stopMeanC: number | null
  declare stopSwingC: number | null
  declare edge: RunEventBody['edge']
  declare prints: number[] | null
  declare takes: string | null
  declare byS: number | null
  declare ids: string[] | null
  declare arrivedAt: CreationOptional<Date>
}

const degrees = (field: string) => ({ type: DataTypes.DOUBLE, field })

export function initRun(sequelize: Sequelize): void {
  RunRow.init({
    id: { type: DataTypes.UUID, primaryKey: true },
    workshopId: DataTypes.UUID,
    jobId: DataTypes.UUID,
    piecesVersion: DataTypes.INTEGER,
    startedAt: DataTypes.DATE,
    closedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'run', updatedAt: false })
  RunOperationRow.init({
    runId: { type: DataTypes.UUID, primaryKey: true },
    workshopId: DataTypes.UUID,
    id: { type: DataTypes.TEXT, primaryKey: true },
    position: DataTypes.INTEGER,
    kind: DataTypes.TEXT,
    name: DataTypes.TEXT,
    pieceId: DataTypes.UUID,
    makingId: DataTypes.UUID,
    numbers: DataTypes.ARRAY(DataTypes.INTEGER),
    side: DataTypes.TEXT,
    clothId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    overSupplyIds: DataTypes.ARRAY(DataTypes.UUID),
    ironId: DataTypes.UUID,
    coverId: DataTypes.UUID,
    bed: DataTypes.TEXT,
    needs: DataTypes.ARRAY(DataTypes.TEXT),
    recipe: DataTypes.JSONB,
    standing: DataTypes.TEXT,
    prints: DataTypes.JSONB,
    outline: DataTypes.JSONB,
    keepOuts: DataTypes.JSONB,
    motion: DataTypes.TEXT,
    predicted: DataTypes.JSONB,
  }, { sequelize, tableName: 'run_operation', timestamps: false })
  RunEventRow.init({
    runId: { type: DataTypes.UUID, primaryKey: true },
    workshopId: DataTypes.UUID,
    position: { type: DataTypes.INTEGER, primaryKey: true },
    key: DataTypes.UUID,
    device: DataTypes.UUID,
    at: DataTypes.DATE,
    kind: DataTypes.TEXT,
    op: DataTypes.TEXT,
    pass: DataTypes.INTEGER,
    print: DataTypes.INTEGER,
    ironId: DataTypes.UUID,
    soleC: degrees('sole_c'),
    stopLabel: DataTypes.TEXT,
    stopMeanC: degrees('stop_mean_c'),
    stopSwingC: degrees('stop_swing_c'),
    edge: DataTypes.TEXT,
    prints: DataTypes.ARRAY(DataTypes.INTEGER),
    takes: DataTypes.UUID,
    byS: degrees('by_s'),
    ids: DataTypes.ARRAY(DataTypes.TEXT),
    arrivedAt: DataTypes.DATE,
  }, { sequelize, tableName: 'run_event', timestamps: false })
}
