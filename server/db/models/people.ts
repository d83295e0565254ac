import { DataTypes, Model, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Sequelize } from 'sequelize'
import type { Role } from '#shared/people'

/** Who can sign in on this server, whatever the workroom. */
export class AccountRow extends Model<InferAttributes<AccountRow>, InferCreationAttributes<AccountRow>> {
  declare id: CreationOptional<string>
  declare name: string
  declare nameKey: string
  /** Hashed; the passphrase itself is kept nowhere. */
  declare passphrase: string
  declare createdAt: CreationOptional<Date>
}
/** Someone of a workroom. */
export class PersonRow extends Model<InferAttributes<PersonRow>, InferCreationAttributes<PersonRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare accountId: CreationOptional<string | null>
  declare name: string
  declare nameKey: string
  declare role: Role
  /** Hashed; null where none was chosen. */
  declare pin: CreationOptional<string | null>
  declare putAwayAt: CreationOptional<Date | null>
  declare version: CreationOptional<number>
  declare createdAt: CreationOptional<Date>
}
/** A browser that somebody signed in on, or that was paired and stays at the board. */
export class DeviceRow extends Model<InferAttributes<DeviceRow>, InferCreationAttributes<DeviceRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare name: string
  declare paired: boolean
  declare personId: string | null
  declare seenAt: CreationOptional<Date>
  declare endedAt: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
}
/** Somebody is signed in on a device. */
export class SignInRow extends Model<InferAttributes<SignInRow>, InferCreationAttributes<SignInRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare personId: string
  declare deviceId: string
  /** Counts up as the cookie is renewed: an older one is a copy. */
  declare serial: CreationOptional<number>
  declare serialAt: CreationOptional<Date>
  /** When this number was first carried; until then the one before is as good. */
  declare serialSeenAt: CreationOptional<Date | null>
  declare seenAt: CreationOptional<Date>
  declare endedAt: CreationOptional<Date | null>
  declare endedWhy: CreationOptional<string | null>
  declare createdAt: CreationOptional<Date>
}
export class PairingCodeRow extends Model<InferAttributes<PairingCodeRow>, InferCreationAttributes<PairingCodeRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare codeHash: string
  declare personId: string | null
  declare usedAt: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
}
/** What somebody did that changes the workroom as a whole. */
export class AuditRow extends Model<InferAttributes<AuditRow>, InferCreationAttributes<AuditRow>> {
  declare id: CreationOptional<string>
  declare workroomId: string
  declare personId: string | null
  declare deviceId: string | null
  declare what: string
  declare about: string
  declare createdAt: CreationOptional<Date>
}

const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 }
const common = { id, workroomId: DataTypes.UUID, createdAt: DataTypes.DATE }

export function initPeople(sequelize: Sequelize): void {
  const table = (tableName: string) => ({ sequelize, tableName, updatedAt: false as const })
  AccountRow.init({
    id, name: DataTypes.TEXT, nameKey: DataTypes.TEXT, passphrase: DataTypes.TEXT, createdAt: DataTypes.DATE,
  }, table('account'))
  PersonRow.init({
    ...common, accountId: DataTypes.UUID, name: DataTypes.TEXT, nameKey: DataTypes.TEXT, role: DataTypes.TEXT, pin: DataTypes.TEXT,
    putAwayAt: DataTypes.DATE, version: DataTypes.INTEGER,
  }, { sequelize, tableName: 'person', version: true })
  DeviceRow.init({
    ...common, name: DataTypes.TEXT, paired: DataTypes.BOOLEAN, personId: DataTypes.UUID, seenAt: DataTypes.DATE, endedAt: DataTypes.DATE,
  }, table('device'))
  SignInRow.init({
    ...common, personId: DataTypes.UUID, deviceId: DataTypes.UUID, serial: DataTypes.INTEGER, serialAt: DataTypes.DATE,
    serialSeenAt: DataTypes.DATE, seenAt: DataTypes.DATE, endedAt: DataTypes.DATE, endedWhy: DataTypes.TEXT,
  }, table('sign_in'))
  PairingCodeRow.init({
    ...common, codeHash: DataTypes.TEXT, personId: DataTypes.UUID, usedAt: DataTypes.DATE,
  }, table('pairing_code'))
  AuditRow.init({
    ...common, personId: DataTypes.UUID, deviceId: DataTypes.UUID, what: DataTypes.TEXT, about: DataTypes.TEXT,
  }, table('audit'))
}
