import { getWorkshop } from '../services/workshop'

export default defineRoute({}, ({ context }) => getWorkshop(context))
