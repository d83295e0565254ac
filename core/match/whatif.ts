import { matchShelf } from './match'
import type { Match, MatchQuery, MatchSupply } from './types'

export type Change = 'heavier' | 'otherColour' | 'hotterWash'

/** The first answer as it is, and as it would be. */
export interface WhatIf { change: Change, was: string[], becomes: string[], differs: boolean }

const HEAVIER = 1.5
const WASHES_C = [0, 30, 40, 60, 95]

/** A colour turned over: light for dark. */
const opposite = (hex: string): string => `#${(0xFFFFFF - Number.parseInt(hex.slice(1), 16)).toString(16).padStart(6, '0')}`

function changed(query: MatchQuery, change: Change): MatchQuery {
  const { fabric, care } = query
  switch (change) {
    case 'heavier': return { ...query, fabric: { ...fabric, massGsm: fabric.massGsm * HEAVIER, thicknessMm: fabric.thicknessMm * HEAVIER } }
    case 'otherColour': return { ...query, fabric: { ...fabric, colourHex: opposite(fabric.colourHex) } }
    case 'hotterWash': return { ...query, care: { ...care, washC: WASHES_C.find(c => c > care.washC) ?? 95 } }
  }
}

const firstOf = (m: Match): string[] => m.ranked[0]!.supplies.map(s => s.id)

/** A fabric half as heavy again, the opposite colour, one wash hotter: whether the first answer changes. */
export function whatIfs(query: MatchQuery, shelf: readonly MatchSupply[], now: Match = matchShelf(query, shelf)): WhatIf[] {
  const was = firstOf(now)
  return (['heavier', 'otherColour', 'hotterWash'] as const).map((change) => {
    const becomes = firstOf(matchShelf(changed(query, change), shelf))
    return { change, was, becomes, differs: was.join() !== becomes.join() }
  })
}
