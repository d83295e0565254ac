import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { JobBody } from '#shared/schemas'

/** What is being made, for when, and what it must stand; the same on every device. */
export class JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare name: string
  declare garment: string
  declare forWhen: string | null
  declare washC: number
  declare tumble: JobBody['tumble']
  declare dryClean: boolean
  declare note: string
  declare done: boolean
  declare trimIds: string[]
  declare careWords: string
  declare lookOn: string | null
  declare version: CreationOptional<number>
  declare piecesVersion: CreationOptional<number>
  declare makingsVersion: CreationOptional<number>
  declare createdAt: CreationOptional<Date>
  declare updatedAt: CreationOptional<Date>
}

export class JobFabricRow extends Model<InferAttributes<JobFabricRow>, InferCreationAttributes<JobFabricRow>> {
  declare jobId: string
  declare workroomId: string
  declare fabricId: string
  declare position: number
  declare place: string | null
  declare supplyId: string | null
}

export function initJob(sequelize: Sequelize): void {
  JobRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    name: DataTypes.TEXT,
    garment: DataTypes.TEXT,
    forWhen: DataTypes.DATEONLY,
    washC: { type: DataTypes.INTEGER, field: 'wash_c' },
    tumble: DataTypes.TEXT,
    dryClean: DataTypes.BOOLEAN,
    note: DataTypes.TEXT,
    done: DataTypes.BOOLEAN,
    trimIds: DataTypes.ARRAY(DataTypes.UUID),
    careWords: DataTypes.TEXT,
    lookOn: DataTypes.DATEONLY,
    version: DataTypes.INTEGER,
    piecesVersion: DataTypes.INTEGER,
    makingsVersion: DataTypes.INTEGER,
    createdAt: DataTypes.DATE,
    updatedAt: DataTypes.DATE,
  }, { sequelize, tableName: 'job', version: true, paranoid: true })
  JobFabricRow.init({
    jobId: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    fabricId: { type: DataTypes.UUID, primaryKey: true },
    position: DataTypes.INTEGER,
    place: DataTypes.TEXT,
    supplyId: DataTypes.UUID,
  }, { sequelize, tableName: 'job_fabric', timestamps: false })
}
