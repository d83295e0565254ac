import { idParams, pageQuery } from '#shared/schemas'
import { clothHistory } from '../../../services/trials'

export default defineRoute({ params: idParams, query: pageQuery }, ({ context, params, query }) => clothHistory(context, params.id, query))
