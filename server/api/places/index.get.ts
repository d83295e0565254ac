import { listPlaces } from '../../services/places'

export default defineRoute({ may: 'read' }, ({ context }) => listPlaces(context))
