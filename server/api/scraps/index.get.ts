import { listScraps } from '../../services/scraps'

export default defineRoute({ may: 'read' }, ({ context }) => listScraps(context))
