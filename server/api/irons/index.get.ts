import { listIrons } from '../../services/shelf'

export default defineRoute({ may: 'read' }, ({ context }) => listIrons(context))
