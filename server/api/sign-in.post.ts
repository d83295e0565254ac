import { signInBody } from '#shared/schemas'
import { carriedBy, carry } from '../people/cookie'
import { signIn } from '../people/sign-in'
import { askedFrom } from '../utils/behind'

export default defineOpenRoute({ open: 'signs somebody in; tries are counted', body: signInBody }, async ({ body, event }) => {
  const now = await signIn(body, askedFrom(event), await carriedBy(event))
  if ('choose' in now) return now
  await carry(event, now)
  return { in: true }
})
