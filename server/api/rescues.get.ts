import { rescuePast } from '../services/makings'

export default defineRoute({ may: 'read' }, ({ context }) => rescuePast(context))
