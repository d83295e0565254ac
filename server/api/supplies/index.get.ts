import { supplyQuery } from '#shared/schemas'
import { listSupplies } from '../../services/shelf'

export default defineRoute({ may: 'read', query: supplyQuery }, ({ context, query }) => listSupplies(context, query))
