import { listPressCloths } from '../../services/shelf'

export default defineRoute({ may: 'read' }, ({ context }) => listPressCloths(context))
