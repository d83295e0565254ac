import { idParams, supplyUpdate } from '#shared/schemas'
import { updateSupply } from '../../../services/shelf'

export default defineRoute({ params: idParams, body: supplyUpdate }, ({ params, body }) => updateSupply(params.id, body))
