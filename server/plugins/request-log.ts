import { randomUUID } from 'node:crypto'
import { log } from '../utils/log'

/** Every request of the board has an id: in its answer, in a refusal, and in the line that is logged of it. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    event.context.requestId = randomUUID()
    event.context.beganMs = performance.now()
    event.node.res.setHeader('x-request-id', event.context.requestId as string)
  })
  nitro.hooks.hook('afterResponse', (event) => {
    if (!event.path.startsWith('/api/')) return
    const { statusCode: status } = event.node.res
    const line = {
      id: event.context.requestId as string, method: event.method, path: event.path.split('?')[0], status,
      ms: Math.round((performance.now() - (event.context.beganMs as number)) * 10) / 10,
    }
    if (status >= 500) log.error(line, 'request')
    else log.info(line, 'request')
  })
})
