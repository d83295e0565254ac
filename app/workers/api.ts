import { drawings } from './drawings'
import { layouts } from './layouts'
import { makings } from './makings'
import { recipes } from './recipes'
import { shelf } from './shelf'

export type { Drawing } from './drawings'
export type { Ordered } from './layouts'
export type { Answer, Explained, Learnt, Practised } from './recipes'
export type { Ranked } from './shelf'

/** Everything heavy that the board asks. */
export const api = { ...recipes, ...shelf, ...layouts, ...makings, ...drawings }
export type BoardApi = typeof api
