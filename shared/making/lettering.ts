import { fromPayload } from '../cutting'
import type { SpecOf } from '../schemas'
import type { MakingKindOf } from './kind'
import { made, numbered } from './made'
import { judgePlace, keptOff, laid } from './placed'
import { itemFabric, layersOn, ownGlue } from './stuck'

const outlines = (spec: SpecOf<'lettering'>) => spec.outlines.map(fromPayload)

export const lettering = {
  order: 'Press the letters', offered: 'Lettering', screen: 'mend', tab: 'lettering', families: ['web', 'lettering'], isStuck: true,
  outlines,
  judge: (spec) => {
    if (spec.outlines.length === 0) throw new RangeError('Letters: write some, or take an outline.')
    judgePlace(outlines(spec), spec)
  },
  operations: (m, spec) => numbered(m.name, spec.count).map((name, n) => ({
    ...made(m, `letters${n}`, name, 'letters', { how: 'stuck' }, []), supplyId: m.supplyId, area: laid(outlines(spec), spec),
    keepOuts: keptOff(spec),
  })),
  layers: (spec, { garment, glue }) => layersOn(garment, itemFabric(spec.item), glue ?? ownGlue(spec.item.adhesive)),
  pressed: (_spec, { pressCloth }) => ({
    fromItem: false, under: 'parchment', methods: ['damp'],
    pressCloth: pressCloth !== 'parchment' && pressCloth !== 'slipSheet' ? pressCloth : 'muslin',
  }),
  leaves: (m, { item }, supplies) => [{
    fibre: item.fibre, adhesive: item.adhesive, supply: supplies.find(s => s.id === m.supplyId) ?? null, backOnly: true, gentle: true,
  }],
} satisfies MakingKindOf<'lettering'>
