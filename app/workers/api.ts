import { layouts } from './layouts'
import { makings } from './makings'
import { recipes } from './recipes'
import { shelf } from './shelf'

export type { Ordered } from './layouts'
export type { Answer, Explained, Learnt, Practised } from './recipes'
export type { Ranked } from './shelf'

/** Everything heavy that the board asks. */
export const api = { ...recipes, ...shelf, ...layouts, ...makings }
export type BoardApi = typeof api
