import { listUnreadable } from '../../services/set-aside'

/** Kept rows that cannot be read, each named. */
export default defineRoute({ may: 'read' }, async ({ context }) => listUnreadable(context))
