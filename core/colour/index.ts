/** Colours of cloth from a picture or typed; which scrap mends which cloth, and from how far the mend is seen. */
export { deltaE00, gainsOf, hexOf, labOf, type Gains, type Lab } from './lab'
export type { Picture } from './picture'
export { figureOf, lookOf, paletteOf, plainLook, type Look, type PaletteColour } from './palette'
export { madePrint, PRINTS, type PrintAsk, type PrintKind } from './prints'
export {
  barOfScrap, judgeLook, plainCost, rankScraps, showsOf, tinted, type ColourReason, type MendGround, type RankedScrap, type Ranking,
  type Scrap, type ScrapBar, type Treatment,
} from './rank'
export { DISTANCES_M, mendSeen, pictureOf, SEEN_STEP, seenFrom, stepAcross, type MendSeen, type Seen } from './seen'
export { linedUp, repeated, throughHoles } from './mended'
