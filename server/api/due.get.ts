import { whatIsDue } from '../services/due'

export default defineRoute({}, ({ context }) => whatIsDue(context))
