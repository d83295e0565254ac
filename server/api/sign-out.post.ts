import { carry, carryNothing } from '../people/cookie'
import { signOut } from '../people/sign-in'

export default defineRoute({ may: 'read' }, async ({ context, event }) => {
  const now = await signOut(context)
  if (now) await carry(event, now)
  else carryNothing(event)
  return { out: true }
})
