import { idParams, sessionEventsBody } from '#shared/schemas'
import { appendEvents } from '../../../services/sessions'

export default defineRoute(
  { may: 'work', params: idParams, body: sessionEventsBody }, ({ context, params, body }) =>
    appendEvents(context, params.id, body.events, Number(useRuntimeConfig().public.clockRate) || 1),
)
