import { listBackups } from '../../workroom/backups'

/** The backups beside the data, newest first. */
export default defineRoute({}, () => listBackups())
