/** Colours of fabric from a picture or typed; which scrap mends which fabric, and from how far the mend is seen. */
export { deltaE00, gainsOf, hexOf, labOf, type Gains } from './lab'
export { corrected, type Picture } from './picture'
export { figureOf, appearanceOf, paletteOf, plainAppearance, type Look } from './palette'
export { madePrint, type PrintAsk } from './fabricPrints'
export {
  barOfScrap, judgeLook, plainCost, rankScraps, showsOf, tinted, type ColourReason, type MendGround, type Ranking,
  type Scrap, type ScrapBar,
} from './rank'
export { DISTANCES_M, mendSeen, pictureOf, seenFrom, type MendSeen } from './seen'
export { linedUp, repeated, throughHoles } from './mended'
