import { idParams } from '#shared/schemas'
import { ironCalibrations } from '../../../services/calibrations'

export default defineRoute({ may: 'read', params: idParams }, ({ context, params }) => ironCalibrations(context, params.id))
