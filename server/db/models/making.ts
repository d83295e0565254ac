import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { MakingSpec } from '#shared/schemas'

/** What of a job is pressed while it is made: a seam, a hem, a grid of patches. */
export class JobMakingRow extends Model<InferAttributes<JobMakingRow>, InferCreationAttributes<JobMakingRow>> {
  declare id: string
  declare workroomId: string
  declare jobId: string
  declare position: number
  declare name: string
  declare fabricId: string | null
  declare liningId: string | null
  declare supplyId: string | null
  declare fabricIds: string[]
  declare scrapId: string | null
  declare supplyIds: string[]
  declare spec: MakingSpec
  declare createdAt: CreationOptional<Date>
}

export function initMaking(sequelize: Sequelize): void {
  JobMakingRow.init({
    id: { type: DataTypes.UUID, primaryKey: true },
    workroomId: DataTypes.UUID,
    jobId: DataTypes.UUID,
    position: DataTypes.INTEGER,
    name: DataTypes.TEXT,
    fabricId: DataTypes.UUID,
    liningId: DataTypes.UUID,
    supplyId: DataTypes.UUID,
    fabricIds: DataTypes.ARRAY(DataTypes.UUID),
    scrapId: DataTypes.UUID,
    supplyIds: DataTypes.ARRAY(DataTypes.UUID),
    spec: DataTypes.JSONB,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'job_making', updatedAt: false })
}
