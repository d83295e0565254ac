import { idParams, pageQuery } from '#shared/schemas'
import { clothHistory } from '../../../services/trials'

export default defineRoute({ params: idParams, query: pageQuery }, ({ params, query }) => clothHistory(params.id, query))
