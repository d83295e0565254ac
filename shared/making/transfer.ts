import type { SpecOf } from '../schemas'
import type { MakingKindOf } from './kind'
import { made, numbered } from './made'
import { boxSized, judgePlace, keptOff, laid } from './placed'
import { FILM, layersOn, ownGlue, usualHoldS } from './stuck'

const outlines = (spec: SpecOf<'transfer'>) => [boxSized(spec)]

export const transfer = {
  order: 'Press the transfer', offered: 'A transfer', screen: 'mend', tab: 'transfer', families: ['transfer', 'web'], isStuck: true,
  outlines,
  judge: spec => judgePlace(outlines(spec), spec),
  operations: (m, spec) => numbered(m.name, spec.count).flatMap((name, n) => {
    const press = made(m, `transfer${n}`, name, 'transfer', { how: 'stuck', peelsHot: spec.peel === 'hot' }, [])
    return [
      { ...press, supplyId: m.supplyId, area: laid(outlines(spec), spec), keepOuts: keptOff(spec), motion: 'circles' },
      made(m, `peel${n}`, name, 'peel', { how: 'hand' }, [], [press.id]),
    ]
  }),
  layers: (spec, { garment, glue }) => layersOn(garment, FILM, glue ?? ownGlue(spec.adhesive)),
  pressed: (spec, { glue }) => ({
    pressCloth: 'parchment', first: 'item', methods: ['dry'], leastS: spec.holdS ?? usualHoldS(glue.adhesive ?? spec.adhesive),
  }),
  leaves: (m, spec, supplies) => [{
    fibre: null, adhesive: spec.adhesive, supply: supplies.find(s => s.id === m.supplyId) ?? null, backOnly: true, gentle: true,
  }],
} satisfies MakingKindOf<'transfer'>
