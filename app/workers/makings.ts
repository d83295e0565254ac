/** What is pressed while a garment is made or mended, and how a mend looks from afar. */
import {
  appearanceOf, linedUp, mendSeen, pictureOf, rankScraps, repeated, seenFrom, throughHoles, type Gains, type Look, type MendGround,
  type MendSeen, type Picture, type Ranking, type Scrap,
} from '#core/colour'
import type { Ring } from '#core/geometry'
import { planHem, tapeDry, type HemAsk, type HemPlan, type HemPressed } from '#core/hem'
import { planStuck, type StuckAsk, type StuckPlan } from '#core/mend'
import type { StackShort } from '#core/recipe'
import { planFlatten, planSeamDetail, type Body, type FlattenPlan, type SeamDetailAsk, type SeamDetailPlan } from '#core/seam'

/** A fabric and what closes its holes, each a small picture that repeats; holes in mm from the upper left of what is shown. */
export interface MendedAsk {
  fabric: Picture
  patch: Picture
  /** Points a mm of both small pictures, and of what is shown. */
  pxPerMm: number
  wideMm: number
  highMm: number
  holes: Ring[]
  distancesM: number[]
}
export interface MendedFrom { farM: number, mended: Picture, fabric: Picture, seen: MendSeen }
function mendedFrom({ fabric, patch, pxPerMm, wideMm, highMm, holes, distancesM }: MendedAsk): MendedFrom[] {
  const wide = Math.round(wideMm * pxPerMm), high = Math.round(highMm * pxPerMm)
  const whole = repeated(fabric, wide, high), shift = linedUp(whole, patch, holes, pxPerMm)
  const mended = throughHoles(whole, repeated(patch, wide, high, shift), holes, pxPerMm)
  return distancesM.map((farM) => {
    const torn = seenFrom(mended, pxPerMm, farM), never = seenFrom(whole, pxPerMm, farM)
    return { farM, mended: pictureOf(torn), fabric: pictureOf(never), seen: mendSeen(torn, never, holes) }
  })
}

export const makings = {
  seamDetail: (ask: SeamDetailAsk): SeamDetailPlan => planSeamDetail(ask),
  flatten: (ask: SeamDetailAsk, body: Body): FlattenPlan => planFlatten(ask, body),
  hem: (ask: HemAsk): HemPlan => planHem(ask),
  tape: (ask: HemAsk): HemPressed | StackShort | null => tapeDry(ask),
  stuck: (ask: StuckAsk): StuckPlan => planStuck(ask),
  look: (picture: Picture, mmPerPx: number, gains?: Gains): Look => appearanceOf(picture, mmPerPx, { gains }),
  scraps: (ground: MendGround, all: Scrap[], markers: string[]): Ranking => rankScraps(ground, all, markers),
  mended: (ask: MendedAsk): MendedFrom[] => mendedFrom(ask),
}
