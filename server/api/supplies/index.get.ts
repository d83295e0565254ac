import { listSupplies } from '../../services/shelf'

export default defineRoute({}, listSupplies)
