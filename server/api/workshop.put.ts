import { workshopUpdate } from '#shared/schemas'
import { updateWorkshop } from '../services/workshop'

export default defineRoute({ body: workshopUpdate }, ({ context, body }) => updateWorkshop(context, body))
