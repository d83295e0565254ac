import { setAsideBody } from '#shared/schemas'
import { setAside } from '../../services/rows/set-aside'

/** Sets one of them aside: it is kept whole, and its neighbours are rid of it. */
export default defineRoute({ may: 'own', body: setAsideBody }, ({ context, body }) => setAside(context, body.entity, body.id))
