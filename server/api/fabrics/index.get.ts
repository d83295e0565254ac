import { fabricQuery } from '#shared/schemas'
import { listFabrics } from '../../services/fabrics'

export default defineRoute({ may: 'read', query: fabricQuery }, ({ context, query }) => listFabrics(context, query))
