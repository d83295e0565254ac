import { listIrons } from '../../services/shelf'

export default defineRoute({}, listIrons)
