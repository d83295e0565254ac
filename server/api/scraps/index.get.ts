import { listScraps } from '../../services/scraps'

export default defineRoute({}, ({ context }) => listScraps(context))
