import { idParams, runEventsBody } from '#shared/schemas'
import { tellRun } from '../../../services/runs'

export default defineRoute(
  { params: idParams, body: runEventsBody }, ({ context, params, body }) =>
    tellRun(context, params.id, body.events, Number(useRuntimeConfig().public.clockRate) || 1),
)
