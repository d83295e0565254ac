/** Twelve pairings of the demo on the Harbour iron, the padded board and its usual press cloth. */
import { fabricBody, rulesSchema, supplyBody, type Fabric, type PressCloth, type Iron, type Supply } from '#shared/schemas'
import { toPressSetup } from '#shared/mappers'
import type { PressSetup } from '#core/recipe'
import { DEMO_FABRICS } from '../scripts/demo-data/fabrics'
import { DEMO_IRONS, DEMO_SUPPLIES } from '../scripts/demo-data/supplies'

const PAIRS = [
  ['TW-01', 'B-20', 'muslin'], ['TW-01', 'B-12', 'muslin'], ['TW-01', 'B-22', 'muslin'], ['TW-01', 'B-23', 'muslin'],
  ['TW-02', 'B-31', 'muslin'], ['TW-02', 'B-12', 'muslin'], ['TW-03', 'B-13', 'organza'], ['TW-06', 'B-30', 'muslin'],
  ['TW-13', 'B-23', 'muslin'], ['TW-14', 'B-32', 'muslin'], ['TW-17', 'B-51', 'muslin'], ['TW-11', 'B-52', 'muslin'],
] as const

export interface DemoPair { name: string, supply: Supply, setup: PressSetup }

export function demoPairs(): DemoPair[] {
  return PAIRS.map(([fabricCode, supplyCode, pressCloth]) => {
    const fabric = fabricBody.parse({ mayGetWet: true, nap: 'none', ...DEMO_FABRICS.find(c => c.code === fabricCode)! }) as Fabric
    const supply = { id: supplyCode, ...supplyBody.parse(DEMO_SUPPLIES.find(s => s.code === supplyCode)!) } as Supply
    const setup = toPressSetup(
      { ...fabric, cornerC: null, swatches: [] }, supply, DEMO_IRONS[0] as unknown as Iron,
      { id: '', version: 0, name: '', kind: pressCloth } as PressCloth, 'padded', rulesSchema.parse({ blend: 'proportional' }),
    )
    return { name: `${fabric.name} × ${supply.name}`, supply, setup }
  })
}
