import { workroomUpdate } from '#shared/schemas'
import { updateWorkroom } from '../services/workroom'

export default defineRoute({ body: workroomUpdate }, ({ context, body }) => updateWorkroom(context, body))
