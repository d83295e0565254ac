import { OVER_FUSED } from '../bond'
import type { DamageFlag, DamageKind } from '../damage'
import { UNDAMAGED, type FabricAppearance } from './appearance'

/** What each kind of harm is seen as. Scorch begins yellow and goes brown: that is worked out apart. */
const SEEN_AS: Record<Exclude<DamageKind, 'scorch'>, keyof FabricAppearance> = {
  shine: 'shine', melt: 'holed', crush: 'crushed', waterMark: 'rings', dyeMigration: 'dyeOut', laminate: 'bubbles', shrinkage: 'shrunk',
  strikeThrough: 'adhesiveOut', overFused: 'stiff', steamStretch: 'waved', deadStretch: 'waved',
}
/** Nothing is seen under this severity; at 1 harm shows, and it is as bad as it gets at this. Typical. */
const UNSEEN_TO = 0.5, WORST_AT = 3
/** Scorch turns from yellow to brown from here on. */
const BROWNS_FROM = 1.6

/** How much of a severity is seen, 0 to 1. */
export const seenShare = (severity: number): number => Math.min(1, Math.max(0, (severity - UNSEEN_TO) / (WORST_AT - UNSEEN_TO)))

/** Bond at which dots begin to blur, and at which nothing of them is left; and the bonds between which an interfacing lets go. */
const BLURS_FROM = 0.1, GONE_AT = 1.1
const LETS_GO_UNDER = 1, FALLS_OFF_AT = 0.1

/** Share of an interfacing that lets go at a bond: all of it where it falls off, none once it holds to a nail. */
export const peeledShare = (bond: number): number => Math.min(1, Math.max(0, (LETS_GO_UNDER - bond) / (LETS_GO_UNDER - FALLS_OFF_AT)))

/**
 * How a pressed piece looks, from the state that was computed: its harm and its bond.
 * @param bond null where nothing was fused
 */
export function appearanceOfPressing(flags: readonly DamageFlag[], bond: number | null): FabricAppearance {
  const appearance: FabricAppearance = { ...UNDAMAGED }
  for (const { kind, severity, layer } of flags) {
    if (layer === 'pressCloth') continue
    if (kind === 'scorch') {
      appearance.yellowed = Math.max(appearance.yellowed, seenShare(severity))
      appearance.browned = Math.max(appearance.browned, seenShare(severity - BROWNS_FROM + UNSEEN_TO))
      continue
    }
    const as = SEEN_AS[kind]
    Object.assign(appearance, { [as]: Math.max(appearance[as] as number, seenShare(severity)) })
  }
  if (bond === null) return appearance
  return {
    ...appearance, melted: Math.min(1, Math.max(0, (bond - BLURS_FROM) / (GONE_AT - BLURS_FROM))), peeled: peeledShare(bond),
    stiff: Math.max(appearance.stiff, seenShare(bond / OVER_FUSED)),
  }
}
