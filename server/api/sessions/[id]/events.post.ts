import { idParams, sessionEventsBody } from '#shared/schemas'
import { tellSession } from '../../../services/sessions'

export default defineRoute(
  { params: idParams, body: sessionEventsBody }, ({ context, params, body }) =>
    tellSession(context, params.id, body.events, Number(useRuntimeConfig().public.clockRate) || 1),
)
