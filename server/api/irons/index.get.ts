import { listIrons } from '../../services/shelf'

export default defineRoute({}, ({ context }) => listIrons(context))
