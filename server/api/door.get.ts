import type { Door } from '#shared/schemas'
import { contextOf } from '../people/asking'
import { carriedBy } from '../people/cookie'
import { atTheDoor, meOf, openWorkroom } from '../people/door'

/** Who is signed in here; else what the browser finds at the door. */
export default defineOpenRoute({ open: 'a browser asks what it may show before anyone signs in' }, async ({ event }): Promise<Door> => {
  try {
    return { at: 'in', me: await meOf(await contextOf(event), await openWorkroom() !== null) }
  } catch (error) {
    if (error instanceof ProblemError && (error.problem.status === 401 || error.problem.status === 503))
      return atTheDoor(await carriedBy(event))
    throw error
  }
})
