import { rescuePast } from '../services/makings'

export default defineRoute({}, ({ context }) => rescuePast(context))
