import { listPressCloths } from '../../services/shelf'

export default defineRoute({}, ({ context }) => listPressCloths(context))
