import { idParams } from '#shared/schemas'
import { cardLink } from '../../../people/card-link'

export default defineRoute({ may: 'manage', params: idParams }, ({ context, params }) => cardLink(context, params.id))
