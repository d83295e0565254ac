import type { AuditLine } from '#shared/schemas'
import type { Audited } from '#shared/words'
import { AuditRow, DeviceRow, PersonRow } from '../db/models'
import type { Context } from '../utils/context'

const MOST_SHOWN = 200, MOST_ABOUT = 200

/** Writes down that somebody did it, within the transaction that does it where there is one. */
export async function audit(context: Context, what: Audited, about = ''): Promise<void> {
  await AuditRow.create({
    workroomId: context.workroomId, personId: context.who?.personId ?? null, deviceId: context.who?.deviceId ?? null, what,
    about: about.slice(0, MOST_ABOUT),
  })
}

/** The last things done, the newest first. */
export async function auditOf({ workroomId }: Context): Promise<AuditLine[]> {
  const rows = await AuditRow.findAll({ where: { workroomId }, order: [['createdAt', 'DESC'], ['id', 'ASC']], limit: MOST_SHOWN })
  const names = new Map([
    ...await PersonRow.findAll({ where: { workroomId } }), ...await DeviceRow.findAll({ where: { workroomId } }),
  ].map(r => [r.id, r.name]))
  const nameOf = (id: string | null) => (id === null ? null : names.get(id) ?? null)
  return rows.map(r => ({
    id: r.id, at: r.createdAt.toISOString(), by: nameOf(r.personId), device: nameOf(r.deviceId), what: r.what, about: r.about,
  }))
}
