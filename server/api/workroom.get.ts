import { getWorkroom } from '../services/workroom'

export default defineRoute({ may: 'read' }, ({ context }) => getWorkroom(context))
