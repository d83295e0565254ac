import { patchesFor } from '#core/mend'
import { fromPayload } from '../cutting'
import type { SpecOf } from '../schemas'
import { leftBy, type MakingKindOf } from './kind'
import { made, numbered, type MadeMaking } from './made'
import { layersOn } from './stuck'

/** @throws RangeError as `patchesFor` */
export const patchesOfSpec = (w: SpecOf<'hole'>) => patchesFor(w.holes.map(fromPayload), w)

export const hole = {
  order: 'Mend the hole', offered: 'A hole to mend', screen: 'mend', tab: 'hole', families: ['web'], isStuck: true,
  judge: (spec) => { patchesOfSpec(spec) },
  operations: (m, spec) => {
    const patches = patchesOfSpec(spec), all: MadeMaking[] = []
    for (const [n, name] of numbered(m.name, spec.count).entries()) for (const [i, p] of patches.entries()) {
      const called = patches.length > 1 ? `${name}, patch ${i + 1}` : name, of = { supplyId: m.supplyId, area: p.outline }
      const tack = { ...made(m, `tack${n}.${i}`, called, 'tack', { how: 'tack' }, []), ...of, fabricId: null }
      const peel = { ...made(m, `peel${n}.${i}`, called, 'peel', { how: 'hand' }, [], [tack.id]), fabricId: null }
      if (spec.papered) all.push(tack, peel)
      const needs = spec.papered ? [peel.id] : []
      all.push({ ...made(m, `patch${n}.${i}`, called, 'hole', { how: 'stuck' }, [], needs), ...of })
    }
    return all
  },
  layers: (_spec, { garment, item, glue }) => layersOn(garment, item, glue, true),
  pressed: () => ({ first: 'item', under: 'muslin' }),
  leaves: (m, _spec, supplies) => leftBy(m, supplies, true),
} satisfies MakingKindOf<'hole'>
