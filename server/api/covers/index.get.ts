import { listCovers } from '../../services/shelf'

export default defineRoute({}, ({ context }) => listCovers(context))
