/** What can be seen of a piece that went wrong. */
export const SIGNS = [
  'lifts', 'edges', 'peeledWashed', 'torn', 'bubbles', 'adhesiveFace', 'adhesiveSole', 'adhesiveBoard', 'boardy', 'shine', 'yellow',
  'holed',
  'rings', 'curl', 'waves', 'puckers', 'crushedPile', 'lostSlub', 'ghost', 'shifted', 'colourMoved',
] as const
export type Sign = (typeof SIGNS)[number]

/** What may lie behind it. */
export const CAUSES = [
  'tooCool', 'tooShort', 'tooWet', 'tooThick', 'sideWrong', 'missedPlaces', 'soleHeldOff', 'movedHot', 'finish', 'washTooHot',
  'shrankApart', 'overFused', 'openFabric', 'webTooLarge', 'interfacingHeavy', 'bareSole', 'tooHot', 'melted', 'waterMarked', 'dripping',
  'slid', 'trimShrank', 'littleSupport', 'hoopStretched', 'flatSole', 'printedThrough', 'peeledHot', 'dyeHeat',
] as const
export type CauseKey = (typeof CAUSES)[number]

/** A cause as it is known before anything is asked. */
export interface CauseFacts {
  /** How common it is among all that goes wrong, in parts of a hundred or so. Typical, from the order in which the trade names them. */
  common: number
  /** How often each sign goes with it, 0 to 1; what is not named hardly ever does. */
  shows: Partial<Record<Sign, number>>
}

const facts = (common: number, shows: CauseFacts['shows']): CauseFacts => ({ common, shows })
export const CAUSE_FACTS: Record<CauseKey, CauseFacts> = {
  tooCool: facts(10, { lifts: 0.85, peeledWashed: 0.3, edges: 0.15 }),
  tooShort: facts(10, { lifts: 0.85, peeledWashed: 0.3, edges: 0.15 }),
  tooWet: facts(5, { lifts: 0.85, peeledWashed: 0.25, rings: 0.08 }),
  tooThick: facts(6, { lifts: 0.9, peeledWashed: 0.2 }),
  sideWrong: facts(3, { lifts: 0.9, adhesiveSole: 0.55, adhesiveBoard: 0.35 }),
  missedPlaces: facts(8, { edges: 0.85, lifts: 0.2, bubbles: 0.12, peeledWashed: 0.2 }),
  soleHeldOff: facts(4, { edges: 0.75, lifts: 0.25, ghost: 0.15 }),
  movedHot: facts(4, { edges: 0.5, lifts: 0.45, shifted: 0.3, bubbles: 0.15 }),
  finish: facts(5, { lifts: 0.75, peeledWashed: 0.55, edges: 0.2 }),
  washTooHot: facts(6, { peeledWashed: 0.92, bubbles: 0.3, edges: 0.25 }),
  shrankApart: facts(7, { bubbles: 0.92, peeledWashed: 0.1, waves: 0.1, puckers: 0.1 }),
  overFused: facts(5, { boardy: 0.75, adhesiveFace: 0.55, adhesiveSole: 0.25, yellow: 0.12, adhesiveBoard: 0.2 }),
  openFabric: facts(3, { adhesiveFace: 0.92, adhesiveSole: 0.3, adhesiveBoard: 0.25 }),
  webTooLarge: facts(3, { adhesiveSole: 0.75, adhesiveBoard: 0.6, adhesiveFace: 0.25 }),
  interfacingHeavy: facts(4, { boardy: 0.93, ghost: 0.2 }),
  bareSole: facts(6, { shine: 0.93, crushedPile: 0.1, lostSlub: 0.1 }),
  tooHot: facts(5, { yellow: 0.92, shine: 0.25, holed: 0.08, boardy: 0.5, adhesiveFace: 0.35 }),
  melted: facts(3, { holed: 0.93, shine: 0.35, adhesiveSole: 0.2 }),
  waterMarked: facts(4, { rings: 0.93 }),
  dripping: facts(3, { rings: 0.9 }),
  slid: facts(4, { waves: 0.9, shifted: 0.15, puckers: 0.1 }),
  trimShrank: facts(3, { curl: 0.93, puckers: 0.2 }),
  littleSupport: facts(4, { puckers: 0.93, waves: 0.1 }),
  hoopStretched: facts(3, { puckers: 0.9, waves: 0.2 }),
  flatSole: facts(4, { crushedPile: 0.6, lostSlub: 0.5, shine: 0.25 }),
  printedThrough: facts(3, { ghost: 0.93, shine: 0.15 }),
  peeledHot: facts(3, { shifted: 0.7, edges: 0.4, lifts: 0.2 }),
  dyeHeat: facts(2, { colourMoved: 0.93, yellow: 0.08 }),
}
