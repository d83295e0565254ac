import { listCovers } from '../../services/shelf'

export default defineRoute({}, listCovers)
