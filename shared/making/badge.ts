import type { SpecOf } from '../schemas'
import type { MakingKindOf } from './kind'
import { made, numbered } from './made'
import { boxSized, judgePlace, keptOff, laid } from './placed'
import { itemFabric, layersOn, ownGlue } from './stuck'

const outlines = (spec: SpecOf<'badge'>) => [boxSized(spec)]

export const badge = {
  order: 'Put the badge on', offered: 'A badge', screen: 'mend', tab: 'badge', families: ['patch'], isStuck: true, outlines,
  judge: spec => judgePlace(outlines(spec), spec),
  operations: (m, spec) => numbered(m.name, spec.count).flatMap((name, n) => {
    const press = {
      ...made(m, `badge${n}`, name, 'badge', { how: 'stuck' }, []), supplyId: m.supplyId, area: laid(outlines(spec), spec),
      keepOuts: keptOff(spec),
    }
    return spec.sewToo || spec.smallChild ? [press, made(m, `sew${n}`, name, 'stitch', { how: 'hand' }, [], [press.id])] : [press]
  }),
  layers: (spec, { garment, glue }) => layersOn(garment, itemFabric(spec.item), glue ?? ownGlue(spec.item.adhesive)),
  pressed: ({ item, from }) =>
    ({ fromItem: item.form !== 'film', first: from === 'computed' ? null : from === 'front' ? 'item' : 'garment' }),
  leaves: (m, { item }, supplies) => [{
    fibre: item.fibre, adhesive: item.adhesive, supply: supplies.find(s => s.id === m.supplyId) ?? null, backOnly: item.form === 'film',
    gentle: true,
  }],
} satisfies MakingKindOf<'badge'>
