import { backupFolder, listBackups } from '../../workroom/backups'

/** The backups beside the data, newest first. */
export default defineRoute({ may: 'own' }, ({ context }) => listBackups(backupFolder(context.workroomId)))
