import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'

/** A row that could not be read, as it was kept. */
export class SetAsideRow extends Model<InferAttributes<SetAsideRow>, InferCreationAttributes<SetAsideRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare entity: string
  declare rowId: string
  declare name: string
  declare why: string
  declare kept: unknown
  declare createdAt: CreationOptional<Date>
}

export function initSetAside(sequelize: Sequelize): void {
  SetAsideRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    entity: DataTypes.TEXT,
    rowId: DataTypes.TEXT,
    name: DataTypes.TEXT,
    why: DataTypes.TEXT,
    kept: DataTypes.JSONB,
    createdAt: DataTypes.DATE,
  }, { sequelize, tableName: 'set_aside', updatedAt: false })
}
