import { clothQuery } from '#shared/schemas'
import { listCloths } from '../../services/cloths'

export default defineRoute({ query: clothQuery }, ({ context, query }) => listCloths(context, query))
