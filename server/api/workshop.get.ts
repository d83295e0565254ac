import { currentWorkshop } from '../services/workshop'

export default defineRoute({}, currentWorkshop)
