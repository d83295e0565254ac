import { idParams, personUpdate } from '#shared/schemas'
import { changePerson } from '../../../people/people'

export default defineRoute({ may: 'own', params: idParams, body: personUpdate }, ({ context, params, body }) =>
  changePerson(context, params.id, body))
