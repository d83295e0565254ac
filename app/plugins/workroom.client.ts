/**
 * A board asks who is at it before it is shown; what it keeps is kept for her. Where nobody has begun a workroom yet every address leads
 * to the beginning; where nobody is signed in, to the door. While the server is away, whoever was last at it goes on.
 */
export default defineNuxtPlugin({
  name: 'workroom',
  enforce: 'pre',
  dependsOn: ['fetch'],
  async setup() {
    // A care card is for whoever has its link: it asks for nobody.
    if (location.pathname === '/card') return
    const asked = lookAtDoor()
    // Somebody was at this board before: what it begins with need not wait for the door.
    if (lastPerson() !== null) readEarly()
    const door = await asked
    if (door?.at === 'in') return takePlace(door.me)
    if (door === null && lastPerson() !== null) return takeKeptPlace()
    const only = door?.at === 'empty' ? '/begin' : '/sign-in'
    addRouteMiddleware('door', to => (to.path === only ? undefined : navigateTo(only)), { global: true })
  },
})
