import { supplyQuery } from '#shared/schemas'
import { listSupplies } from '../../services/shelf'

export default defineRoute({ query: supplyQuery }, ({ query }) => listSupplies(query))
