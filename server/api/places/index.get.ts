import { listPlaces } from '../../services/places'

export default defineRoute({}, ({ context }) => listPlaces(context))
