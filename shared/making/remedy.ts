import { boxSized } from './placed'
import type { MakingKindOf } from './kind'
import { made } from './made'

export const remedy = {
  order: 'Do the remedy', offered: null, screen: 'fix', tab: null,
  judge: () => {},
  operations: (m, spec) => [spec.recipe
    ? { ...made(m, 'remedy', m.name, 'remedy', { how: 'remedy', recipe: spec.recipe }, []), supplyId: m.supplyId, area: boxSized(spec) }
    : made(m, 'remedy', m.name, 'fingers', { how: 'hand' }, [])],
} satisfies MakingKindOf<'remedy'>
