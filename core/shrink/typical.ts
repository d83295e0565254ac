import { FIBRES, type FibreKey } from '../materials'

/** What a fabric that was never preshrunk may lose at its first hot pressing or wash, % along and across. Typical figures. */
export interface TypicalShrink { along: number, across: number }

const OTHERS: TypicalShrink = { along: 2, across: 1.5 }
/** A knit gives back what it was stretched by. */
const KNIT_MORE = 1.6

/** @param fibres with their shares in %; none where it is unknown */
export function typicalShrink(fibres: readonly { fibre: FibreKey, sharePct: number }[], knit: boolean): TypicalShrink {
  const all = fibres.length > 0
    ? fibres.map(f => ({ share: f.sharePct / 100, of: FIBRES[f.fibre].shrinkPct ?? OTHERS }))
    : [{ share: 1, of: OTHERS }]
  const of = (way: keyof TypicalShrink) => all.reduce((sum, f) => sum + f.share * f.of[way], 0) * (knit ? KNIT_MORE : 1)
  return { along: of('along'), across: of('across') }
}
