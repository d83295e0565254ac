import { pageQuery } from '#shared/schemas'
import { listCloths } from '../../services/cloths'

export default defineRoute({ query: pageQuery }, ({ query }) => listCloths(query))
