import { whatIsDue } from '../services/due'

export default defineRoute({ may: 'read' }, ({ context }) => whatIsDue(context))
