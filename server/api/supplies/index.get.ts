import { supplyQuery } from '#shared/schemas'
import { listSupplies } from '../../services/shelf'

export default defineRoute({ query: supplyQuery }, ({ context, query }) => listSupplies(context, query))
