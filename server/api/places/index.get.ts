import { listPlaces } from '../../services/places'

export default defineRoute({}, () => listPlaces())
