import { openStretches, shortenLegs, tapeCut, type Easing } from '#core/hem'
import type { Making, SpecOf } from '../schemas'
import { leftBy, type MakingKindOf } from './kind'
import { along, made, numbered, type Line, type MadeMaking } from './made'
import { layersOn } from './stuck'

function operations(m: Making, spec: SpecOf<'hem'>): MadeMaking[] {
  const turnedPlies = spec.turnMm > 0 ? 2 as const : 1 as const
  const hem = (what: string, name: string, lines: Line[]): MadeMaking =>
    ({ ...made(m, what, name, 'hem', { how: 'hem', turnedPlies }, lines), supplyId: m.supplyId })
  if (spec.task === 'shorten')
    return spec.legs.map((l, i) => hem(`leg${i}`, `${m.name}, ${l.name.toLowerCase()}`, [along(spec.aroundMm)]))
  const stretches = openStretches(spec.stretches, spec.aroundMm)
  if (stretches.length === 0) return []
  return numbered(m.name, spec.count).map((name, n) => hem(`hem${n}`, name, stretches.map(r => along(r.lengthMm, 0, r.fromMm))))
}

export const hem = {
  order: 'Press the hem', offered: 'A hem', screen: 'seams', tab: 'hem',
  judge: (spec) => {
    if (spec.task === 'shorten') shortenLegs(spec.legs, spec.depthMm, spec.turnMm, spec.taper)
    else openStretches(spec.stretches, spec.aroundMm)
  },
  operations,
  layers: (_spec, { garment, glue }) => layersOn(garment, garment, glue, true),
  leaves: (m, _spec, supplies) => leftBy(m, supplies, false),
} satisfies MakingKindOf<'hem'>

/** Tape of a hem in all, m, and what it is cut into. */
export function tapeOf(spec: SpecOf<'hem'>, tape?: Easing): { pieces: number, metres: number } {
  const radiusMm = spec.curve?.radiusMm ?? null
  const cuts = spec.task === 'shorten'
    ? spec.legs.flatMap(() => tapeCut([{ fromMm: 0, lengthMm: spec.aroundMm }], spec.aroundMm, radiusMm, tape))
    : tapeCut(spec.stretches, spec.aroundMm, radiusMm, tape)
  const times = spec.task === 'shorten' ? 1 : spec.count
  return { pieces: times * cuts.reduce((s, c) => s + c.pieces, 0), metres: times * cuts.reduce((s, c) => s + c.totalMm, 0) / 1000 }
}
