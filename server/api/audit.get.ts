import { auditOf } from '../people/audit'

export default defineRoute({ may: 'own' }, ({ context }) => auditOf(context))
