/** The iron at rest: what its sole is at now. */
export { soleNowC, soleState, type IronRest, type SoleState } from './rest'
