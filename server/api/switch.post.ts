import { switchBody } from '#shared/schemas'
import { carriedBy, carry } from '../people/cookie'
import { openWorkroom } from '../people/door'
import { switchTo } from '../people/sign-in'

export default defineOpenRoute({ open: 'somebody takes over at a paired board by a PIN; tries are counted', body: switchBody },
  async ({ body, event }) => {
    await carry(event, await switchTo(body, await carriedBy(event), await openWorkroom()))
    return { in: true }
  })
