import { listUnreadable } from '../../services/rows/set-aside'

/** Kept rows that cannot be read, each named. */
export default defineRoute({ may: 'read' }, async ({ context }) => listUnreadable(context))
