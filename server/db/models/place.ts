import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { PlaceBody } from '#shared/schemas'

export class PlaceRow extends Model<InferAttributes<PlaceRow>, InferCreationAttributes<PlaceRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare name: string
  declare stiffness: PlaceBody['stiffness']
  declare give: PlaceBody['give']
  declare wear: number
  declare shows: boolean
  declare inSeam: boolean
  declare families: PlaceBody['families']
  declare layers: PlaceBody['layers']
  declare version: CreationOptional<number>
}

export class PieceRow extends Model<InferAttributes<PieceRow>, InferCreationAttributes<PieceRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare fabricId: string
  declare place: string
  declare position: number
  declare name: string
  declare alongMm: number
  declare acrossMm: number
  declare count: number
}

export function initPlace(sequelize: Sequelize): void {
  PlaceRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    name: DataTypes.TEXT,
    stiffness: DataTypes.TEXT,
    give: DataTypes.TEXT,
    wear: DataTypes.DOUBLE,
    shows: DataTypes.BOOLEAN,
    inSeam: DataTypes.BOOLEAN,
    families: DataTypes.ARRAY(DataTypes.TEXT),
    layers: DataTypes.ARRAY(DataTypes.TEXT),
    version: DataTypes.INTEGER,
  }, { sequelize, tableName: 'place', version: true, paranoid: true })
  PieceRow.init({
    id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
    workroomId: DataTypes.UUID,
    fabricId: DataTypes.UUID,
    place: DataTypes.TEXT,
    position: DataTypes.INTEGER,
    name: DataTypes.TEXT,
    alongMm: DataTypes.DOUBLE,
    acrossMm: DataTypes.DOUBLE,
    count: DataTypes.INTEGER,
  }, { sequelize, tableName: 'piece', updatedAt: false })
}
