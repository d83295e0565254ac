import { getWorkroom } from '../services/workroom'

export default defineRoute({}, ({ context }) => getWorkroom(context))
