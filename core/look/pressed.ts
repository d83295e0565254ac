import { OVER_FUSED } from '../bond'
import type { HurtFlag, HurtKind } from '../hurt'
import { UNHURT, type ClothLook } from './look'

/** What each kind of harm is seen as. Scorch begins yellow and goes brown: that is worked out apart. */
const SEEN_AS: Record<Exclude<HurtKind, 'scorch'>, keyof ClothLook> = {
  shine: 'shine', melt: 'holed', crush: 'crushed', waterMark: 'rings', dyeMigration: 'dyeOut', laminate: 'bubbles', shrinkage: 'shrunk',
  strikeThrough: 'resinOut', overFused: 'stiff', steamStretch: 'waved', deadStretch: 'waved',
}
/** Nothing is seen under this severity; at 1 harm shows, and it is as bad as it gets at this. Typical. */
const UNSEEN_TO = 0.5, WORST_AT = 3
/** Scorch turns from yellow to brown from here on. */
const BROWNS_FROM = 1.6

/** How much of a severity is seen, 0 to 1. */
export const seenShare = (severity: number): number => Math.min(1, Math.max(0, (severity - UNSEEN_TO) / (WORST_AT - UNSEEN_TO)))

/** Bond at which dots begin to blur, and at which nothing of them is left; and the bonds between which a backing lets go. */
const BLURS_FROM = 0.1, GONE_AT = 1.1
const LETS_GO_UNDER = 1, FALLS_OFF_AT = 0.1

/** Share of a backing that lets go at a bond: all of it where it falls off, none once it holds to a nail. */
export const peeledShare = (bond: number): number => Math.min(1, Math.max(0, (LETS_GO_UNDER - bond) / (LETS_GO_UNDER - FALLS_OFF_AT)))

/**
 * How a pressed piece looks, from the state that was computed: its harm and its bond.
 * @param bond null where nothing was fused
 */
export function lookOfPressing(flags: readonly HurtFlag[], bond: number | null): ClothLook {
  const look: ClothLook = { ...UNHURT }
  for (const { kind, severity, layer } of flags) {
    if (layer === 'cover') continue
    if (kind === 'scorch') {
      look.yellowed = Math.max(look.yellowed, seenShare(severity))
      look.browned = Math.max(look.browned, seenShare(severity - BROWNS_FROM + UNSEEN_TO))
      continue
    }
    const as = SEEN_AS[kind]
    Object.assign(look, { [as]: Math.max(look[as] as number, seenShare(severity)) })
  }
  if (bond === null) return look
  return {
    ...look, melted: Math.min(1, Math.max(0, (bond - BLURS_FROM) / (GONE_AT - BLURS_FROM))), peeled: peeledShare(bond),
    stiff: Math.max(look.stiff, seenShare(bond / OVER_FUSED)),
  }
}
