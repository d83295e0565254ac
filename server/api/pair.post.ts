import { pairBody } from '#shared/schemas'
import { carry } from '../people/cookie'
import { pair } from '../people/devices'
import { askedFrom } from '../utils/behind'

export default defineOpenRoute({ open: 'a device that nobody knows is paired by a code; tries are counted', body: pairBody },
  async ({ body, event }) => {
    await carry(event, await pair(body, askedFrom(event)))
    return { paired: true }
  })
